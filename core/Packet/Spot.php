<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

/**
 * A place that a director calls out: "line 6, note 7", "bar 2 note 3", "line 4 bar 2 note 3".
 */
final readonly class Spot
{
    /**
     * @param string|null $line number of a line of the packet, "6" or "2.6"; null for the first
     * @param int|null    $bar  null where notes are counted from the beginning of the line; 0 is the pick-up
     * @param int         $note counted from 1
     */
    private function __construct(public ?string $line, public ?int $bar, public int $note)
    {
    }

    public static function note(string $line, int $note): self
    {
        return new self($line, null, $note);
    }

    /** @throws PlaceError */
    public static function parse(string $text): self
    {
        $plain = trim((string) preg_replace('/[\s,;:]+/', ' ', mb_strtolower($text)));
        if (
            1 === preg_match(
                '/^(?:(?:line|key|no\.?|number|study) ?([0-9]{1,3}(?:\.[0-9]{1,3})?) ?)?(?:(?:(?:bar|measure|m\.?) ?([0-9]{1,4})|(pick-?up)) ?)?(?:(?:note|n\.?) ?([0-9]{1,5}))?$/',
                $plain,
                $found,
                \PREG_UNMATCHED_AS_NULL,
            )
            && '' !== $plain
        ) {
            return new self(
                $found[1],
                isset($found[3]) ? 0 : (isset($found[2]) ? (int) $found[2] : null),
                (int) ($found[4] ?? 1),
            );
        }
        // "6 7": line and note, as it is called out.
        if (1 === preg_match('/^([0-9]{1,3}) ([0-9]{1,4})$/', $plain, $found)) {
            return new self($found[1], null, (int) $found[2]);
        }
        throw PlaceError::notAPlace($text);
    }

    public function text(): string
    {
        return trim(
            (
                null === $this->line ? '' : 'line '.$this->line.' '
            ).(null === $this->bar ? '' : 'bar '.$this->bar.' ').'note '.$this->note,
        );
    }
}
