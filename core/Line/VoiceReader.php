<?php

declare(strict_types=1);

namespace SwiftReed\Line;

use SwiftReed\Knowledge\Nearest;
use SwiftReed\Words\Wording;

/**
 * Reads how a band divides a line into voices: "round after 2 bars", "thirds below for low brass", "drone 1 5 for low
 * brass", "answer low brass".
 *
 * Source: the handbook, chapter 3, "Harmony and voices".
 */
final readonly class VoiceReader
{
    private const INTERVALS = [
        'thirds' => 'thirds', '3rds' => 'thirds', 'sixths' => 'sixths', '6ths' => 'sixths', 'octaves' => 'octaves',
    ];
    /** Bars after which the next enters, at most. */
    private const MOST_BARS = 16;
    /** Notes of a drone, and groups of a round, at most. */
    private const MOST_NOTES = 4;
    private const MOST_GROUPS = 8;
    private const ROUND = 'round after 2 bars';

    /** @param list<Token> $tokens */
    private function __construct(private PlayerGroups $groups, private array $tokens)
    {
    }

    /** @param list<Token> $tokens */
    public static function begins(array $tokens): bool
    {
        $first = isset($tokens[0]) ? $tokens[0]->lower() : '';
        $second = isset($tokens[1]) ? $tokens[1]->lower() : '';

        return \in_array($first, ['drone', 'answer'], true)
            || ('round' === $first && 'the' !== $second)
            || (isset(self::INTERVALS[$first]) && \in_array($second, ['below', 'above'], true));
    }

    /**
     * @param non-empty-list<Token> $tokens
     *
     * @throws StudyLineError
     */
    public static function read(array $tokens, PlayerGroups $groups): Clause
    {
        $reader = new self($groups, $tokens);

        return match ($tokens[0]->lower()) {
            'round' => $reader->round(),
            'drone' => $reader->drone(),
            'answer' => $reader->answer(),
            default => $reader->parallel(),
        };
    }

    /** @throws StudyLineError */
    private function round(): Clause
    {
        if ('after' !== $this->word(1)) {
            throw $this->unexpected(1, '"after"', self::ROUND);
        }
        $bars = isset($this->tokens[2]) ? $this->tokens[2]->number() : -1;
        if ($bars < 1 || $bars > self::MOST_BARS) {
            throw $this->unexpected(2, Wording::of('voice-reader.bars-from', ['most_bars' => self::MOST_BARS]), self::ROUND);
        }
        if (!\in_array($this->word(3), ['bar', 'bars'], true)) {
            throw $this->unexpected(3, '"bars"', self::ROUND);
        }
        $said = \sprintf('round after %d %s', $bars, 1 === $bars ? 'bar' : 'bars');
        if (!isset($this->tokens[4])) {
            return $this->clause('round', $said, [], ['n' => $bars, 'sections' => implode('|', $this->groups->sections)]);
        }
        if ('for' !== $this->word(4)) {
            throw $this->unexpected(4, '"for" with a group of players', self::ROUND.' for woodwinds then brass');
        }
        $names = [];
        $from = 5;
        for ($at = 5; $at <= \count($this->tokens); ++$at) {
            if (\in_array($this->word($at), ['then', 'and', ''], true)) {
                $names[] = $this->group($from, $at, self::ROUND.' for woodwinds then brass');
                $from = $at + 1;
            }
        }
        if (\count($names) > self::MOST_GROUPS) {
            throw $this->unexpected(5, Wording::of('voice-reader.groups-most', ['most_groups' => self::MOST_GROUPS]), self::ROUND);
        }

        return $this->clause('round', $said.' for '.implode(' then ', $names), $names, ['n' => $bars]);
    }

    /** @throws StudyLineError */
    private function drone(): Clause
    {
        $example = 'drone 1 5 for low brass';
        $degrees = [];
        $at = 1;
        while (isset($this->tokens[$at]) && $this->tokens[$at]->number() >= 1) {
            if ($this->tokens[$at]->number() > 8) {
                throw $this->unexpected($at, 'degrees from 1 to 8', $example);
            }
            $degrees[] = $this->tokens[$at]->number();
            $at += 'and' === $this->word($at + 1) ? 2 : 1;
        }
        if ([] === $degrees || \count($degrees) > self::MOST_NOTES) {
            throw $this->unexpected(
                [] === $degrees ? 1 : self::MOST_NOTES + 1,
                Wording::of('voice-reader.drone', ['most_notes' => self::MOST_NOTES]),
                $example,
            );
        }
        if ('for' !== $this->word($at)) {
            throw $this->unexpected($at, '"for" with a group of players', $example);
        }
        $name = $this->group($at + 1, \count($this->tokens), $example);
        $notes = implode(' ', $degrees);

        return $this->clause('drone', \sprintf('drone %s for %s', $notes, $name), [$name], ['degrees' => $notes]);
    }

    /** @throws StudyLineError */
    private function answer(): Clause
    {
        $from = \in_array($this->word(1), ['for', 'by', 'from'], true) ? 2 : 1;
        $name = $this->group($from, \count($this->tokens), 'answer low brass');

        return $this->clause('answer', 'answer '.$name, [$name], []);
    }

    /** @throws StudyLineError */
    private function parallel(): Clause
    {
        $example = 'thirds below for low brass';
        $interval = self::INTERVALS[$this->word(0)];
        if ('for' !== $this->word(2)) {
            throw $this->unexpected(2, '"for" with a group of players', $example);
        }
        $name = $this->group(3, \count($this->tokens), $example);
        $side = $this->word(1);

        return $this->clause(
            'parallel',
            \sprintf('%s %s for %s', $interval, $side, $name),
            [$name],
            ['interval' => $interval, 'side' => $side],
        );
    }

    /** @throws StudyLineError when no group is called so */
    private function group(int $from, int $to, string $example): string
    {
        $from = 'the' === $this->word($from) ? $from + 1 : $from;
        $said = implode(' ', array_map(
            static fn (Token $token): string => $token->lower(),
            \array_slice($this->tokens, $from, max(0, $to - $from)),
        ));
        $name = $this->groups->named($said);
        if (null !== $name) {
            return $name;
        }
        $nearest = Nearest::to($said, $this->groups->understood());
        throw StudyLineError::unexpected(
            $this->at($from)->column,
            $said,
            ['a group of players: "'.implode('", "', \array_slice($this->groups->names(), 0, 6)).'" …'],
            $nearest,
            'concert F major, '.$example,
        );
    }

    /**
     * @param list<string>              $names
     * @param array<string, int|string> $values
     */
    private function clause(string $says, string $text, array $names, array $values): Clause
    {
        return new Clause(ClauseKind::Voices, $says, $values + ['ids' => implode('|', array_map(
            fn (string $name): string => implode(' ', $this->groups->ids($name)),
            $names,
        ))], $text, $this->tokens[0]->column);
    }

    private function word(int $at): string
    {
        return isset($this->tokens[$at]) ? $this->tokens[$at]->lower() : '';
    }

    private function at(int $at): Token
    {
        $last = $this->tokens[\count($this->tokens) - 1];

        return $this->tokens[$at] ?? new Token('', $last->column + mb_strlen($last->text));
    }

    private function unexpected(int $at, string $expected, string $example): StudyLineError
    {
        return StudyLineError::unexpected(
            $this->at($at)->column,
            $this->at($at)->text,
            [$expected],
            '',
            'concert F major, '.$example,
        );
    }
}
