<?php

declare(strict_types=1);

namespace SwiftReed\Line;

/**
 * One way to say a clause: words with gaps. `{n:1..4}` is a whole number, `{pitch:from}` a pitch; `octave(s)` matches
 * the singular and the plural and prints what the number asks for; `a|b` accepts either and prints the first.
 */
final readonly class Phrase
{
    /** @var non-empty-list<string> */
    public array $parts;

    /**
     * @param string $key    what the clause says; several phrases may share a key
     * @param string $prints canonical template, where it is not the phrase's own
     */
    public function __construct(
        public ClauseKind $kind,
        public string $key,
        public string $template,
        public string $prints = '',
    ) {
        $parts = explode(' ', $template);
        $this->parts = $parts;
    }

    /**
     * @return non-empty-list<string> the words with which the phrase may begin,
     *  as Token::plain() has them; "" where it begins with a gap
     */
    public function firsts(): array
    {
        return str_starts_with($this->parts[0], '{')
            ? ['']
            : array_map(
                static fn (string $word): string => (new Token($word, 1))->plain(),
                explode('|', strtr($this->parts[0], ['(s)' => ''])),
            );
    }

    /** The phrase with the bounds of its numbers, for the documentation. */
    public function described(): string
    {
        return preg_replace(
            ['/\{n:(\d+)\.\.\1\}/', '/\{n:(\d+)\.\.(\d+)\}/', '/\{pitch:\w+\}/', '/\|\S+/', '/ \/ /', '/\{keys\}/'],
            ['$1', '($1 to $2)', '(pitch)', '', '/', 'C G D Am'],
            $this->template,
        )
            ?? $this->template;
    }

    /** How the phrase is shown to people, with its gaps as words. */
    public function shown(): string
    {
        $shown = preg_replace(
            ['/\{n:(\d+)\.\.\1\}/', '/\{n:(\d+)\.\.(\d+)\}/', '/\{pitch:\w+\}/', '/\|\S+/', '/\{keys\}/'],
            ['$1', 'N', 'G3', '', 'C G D Am'],
            $this->template,
        )
            ?? $this->template;

        return 'N' === $shown
            ? '60'
            : strtr(
                $shown,
                [
                    'tempo N' => 'tempo 12', 'at N' => 'at 80', 'N oct' => '2 oct',
                    'minors N octave(s)' => 'minors 2 octaves', 'minors N notes' => 'minors 5 notes',
                    'build up from G3' => 'build-up from G3', 'N octave(s)' => '2 octaves', 'N notes' => '5 notes',
                    'lip slurs of N' => 'lip slurs of 3', '(s)' => 's', 'fold after N' => 'fold after 4', 'long on N' => 'long on 3',
                    'pick up N beat(s)' => 'pick-up 1 beat', 'pick up N eighth(s)' => 'pick-up 3 eighths',
                    'N times' => '3 times', 'drop above G3' => 'drop above E6', 'drill after N' => 'drill after 8',
                    'drill after note N' => 'drill after note 8', '= N' => '= 72', 'goal N' => 'goal 120',
                    'G3 to G3' => 'G3 to D4',
                ],
            );
    }
}
