<?php

declare(strict_types=1);

namespace SwiftReed\Study\Harmony;

use SwiftReed\Line\Clause;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\StudyLine;
use SwiftReed\Pattern\Pattern;
use SwiftReed\Player\Player;
use SwiftReed\Player\Seating;
use SwiftReed\Scale\Material;
use SwiftReed\Study\Rhythm\Rhythm;
use SwiftReed\Study\Rhythm\Timing;
use SwiftReed\Study\StudyError;

/**
 * How a band divides a line into voices, and which of them is whose.
 *
 * Source: the handbook, chapter 3, "Harmony and voices".
 */
final readonly class Voices
{
    private const STEPS = ['thirds' => 2, 'sixths' => 5, 'octaves' => 7];

    /** @param list<list<string>> $groups ids of the instruments of each group that is named */
    private function __construct(private Clause $clause, private array $groups)
    {
    }

    /** @throws StudyError when another clause leaves no room for voices */
    public static function of(StudyLine $line, Material $material, Pattern $pattern, Timing $timing): self
    {
        $clause = $line->clause(ClauseKind::Voices);
        $kinds = match ($clause->says) {
            'parallel' => [ClauseKind::Harmony, ClauseKind::Drill],
            'drone' => [ClauseKind::Drill],
            'answer' => [ClauseKind::Drill, ClauseKind::Repeat, ClauseKind::PickUp],
            default => [ClauseKind::Drill, ClauseKind::Repeat],
        };
        foreach ($kinds as $kind) {
            if ($line->says($kind)) {
                throw StudyError::notTogether($line->clause($kind)->text, $clause->text, $kind, ClauseKind::Voices);
            }
        }
        if ($pattern->isLipSlurs()) {
            throw StudyError::notTogether($pattern->text, $clause->text, ClauseKind::Pattern, ClauseKind::Voices);
        }
        if ('parallel' !== $clause->says && Rhythm::Untimed === $timing->rhythm) {
            throw StudyError::notTogether(
                $timing->rhythm->value,
                $clause->text,
                ClauseKind::Rhythm,
                ClauseKind::Voices,
            );
        }
        if ('parallel' === $clause->says && 7 !== $material->size()) {
            throw StudyError::noParallels($clause->text, $material->name);
        }
        $said = $clause->word('ids');

        return new self($clause, '' === $said ? [] : array_map(
            static fn (string $ids): array => explode(' ', $ids),
            explode('|', $said),
        ));
    }

    public function text(): string
    {
        return $this->clause->text;
    }

    /** The voice of whoever plays this part. */
    public function ofPlayer(Player $player): Voice
    {
        $seating = $player->settings->seating ?? Seating::alone($player->id, $player->family);
        $isNamed = \in_array($player->id, array_merge([], ...$this->groups), true);

        return match ($this->clause->says) {
            'round' => $this->entry($seating),
            'drone' => $isNamed ? $this->drone($seating) : Voice::lead(),
            'answer' => $isNamed ? Voice::answer() : Voice::call(),
            default => $isNamed ? $this->parallel() : Voice::lead(),
        };
    }

    /** Sections enter in the order of the score, or groups in the order in which they are named. */
    private function entry(Seating $seating): Voice
    {
        $bars = $this->clause->number('n');
        if ([] !== $this->groups) {
            $entries = array_map($this->groupOf(...), array_column($seating->chairs, 0));
        } else {
            $sections = explode('|', $this->clause->word('sections'));
            $here = array_column($seating->chairs, 1);
            // Alone, a player enters where he would in a band that has every section.
            $there = $seating->isAlone() ? $sections : array_values(array_intersect($sections, $here));
            $entries = array_map(
                static fn (string $family): int => (int) array_search($family, $there, true),
                $here,
            );
        }
        $own = $entries[$seating->seat] ?? 0;

        return Voice::entry($own * $bars, $seating->isAlone() ? 0 : (max($entries) - $own) * $bars);
    }

    /** Which of the groups has an instrument; the first, that leads, where none has. */
    private function groupOf(string $id): int
    {
        foreach ($this->groups as $k => $ids) {
            if (\in_array($id, $ids, true)) {
                return $k;
            }
        }

        return 0;
    }

    /** Chairs of the group take its notes in turn; a lone player has the first. */
    private function drone(Seating $seating): Voice
    {
        $degrees = array_map(intval(...), explode(' ', $this->clause->word('degrees')));
        $before = \count(array_filter(
            \array_slice($seating->chairs, 0, $seating->seat),
            fn (array $chair): bool => \in_array($chair[0], $this->groups[0] ?? [], true),
        ));

        return Voice::drone($degrees[$before % \count($degrees)]);
    }

    private function parallel(): Voice
    {
        $interval = $this->clause->word('interval');
        $side = $this->clause->word('side');

        return Voice::parallel(
            self::STEPS[$interval] * ('below' === $side ? -1 : 1),
            $interval.' '.$side,
        );
    }
}
