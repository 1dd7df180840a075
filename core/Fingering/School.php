<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

/**
 * A named set of habits for one instrument that can be kept and given away: "our clarinets, right hand first".
 *
 * As a file: JSON with "version": 1, "school" (its name), "instrument" (an id), "habits" (pins without a line, and
 * tendencies).
 */
final readonly class School
{
    public const VERSION = 1;
    public const NAME = 80;
    public const HABITS = 200;

    /** @param non-empty-list<string> $habits pins for every line, or tendencies, as they are written */
    private function __construct(public string $name, public string $instrument, public array $habits)
    {
    }

    /**
     * @param list<string> $habits
     *
     * @throws SchoolError when the name or a habit cannot be kept
     */
    public static function named(string $name, string $instrument, array $habits): self
    {
        $name = trim((string) preg_replace('/[\p{Cc}\s]+/u', ' ', $name));
        if ('' === $name || mb_strlen($name) > self::NAME) {
            throw SchoolError::name(mb_strlen($name));
        }
        $kept = [];
        foreach ($habits as $habit) {
            try {
                $text = Tendency::isMeant($habit)
                    ? Tendency::parse($habit)->text()
                    : self::forEveryLine(Pin::parse($habit));
            } catch (PinError $error) {
                throw SchoolError::habit($habit, $error);
            }
            $kept[$text] = $text;
        }
        $kept = array_values($kept);
        if ([] === $kept || \count($kept) > self::HABITS) {
            throw SchoolError::count(\count($kept));
        }

        return new self($name, $instrument, $kept);
    }

    /** @throws PinError when the pin is for a note of one line */
    private static function forEveryLine(Pin $pin): string
    {
        return $pin->note < 0 ? $pin->text() : throw PinError::notAHabit($pin->text());
    }

    /** @throws SchoolError when the text is no school */
    public static function fromJson(string $text): self
    {
        $data = json_decode($text, true, 8);
        if (
            !\is_array($data)
            || self::VERSION !== ($data['version'] ?? null)
            || !\is_string($data['school'] ?? null)
            || !\is_string($data['instrument'] ?? null)
            || !\is_array($data['habits'] ?? null)
        ) {
            throw SchoolError::file();
        }

        return self::named(
            $data['school'],
            mb_substr($data['instrument'], 0, 60),
            array_values(array_filter($data['habits'], is_string(...))),
        );
    }

    public function toJson(): string
    {
        return json_encode(
            [
                'version' => self::VERSION,
                'school' => $this->name,
                'instrument' => $this->instrument,
                'habits' => $this->habits,
            ],
            \JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_THROW_ON_ERROR,
        )."\n";
    }

    /** @return list<Pin> */
    public function pins(): array
    {
        return array_map(
            Pin::parse(...),
            array_values(array_filter($this->habits, static fn (string $one): bool => !Tendency::isMeant($one))),
        );
    }

    /** @return list<Tendency> */
    public function tendencies(): array
    {
        return array_map(Tendency::parse(...), array_values(array_filter($this->habits, Tendency::isMeant(...))));
    }
}
