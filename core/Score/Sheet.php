<?php

declare(strict_types=1);

namespace SwiftReed\Score;

/**
 * Numbered studies on one page or several: one line in many keys, or several lines in one. A single study is a sheet of
 * one.
 */
final readonly class Sheet
{
    /**
     * @param non-empty-list<Part>   $parts   in order; their numbers count from 1
     * @param non-empty-list<string> $numbers what stands before each: "1",
     *  or "2.1" where a line goes through several keys
     * @param list<string>           $lines   the study lines it comes from, as they are printed
     * @param string|null            $title   a title of one's own
     * @param array<int, string>     $titles  titles of single studies, by the place of the part
     */
    public function __construct(
        public array $parts,
        public array $numbers,
        public array $lines = [],
        public ?string $title = null,
        public array $titles = [],
    ) {
    }

    public static function of(Part $part, ?string $title = null): self
    {
        return new self([$part], ['1'], [$part->line()], $title);
    }

    /** @param non-empty-list<Part> $parts as many as before */
    public function withParts(array $parts): self
    {
        return new self($parts, $this->numbers, $this->lines, $this->title, $this->titles);
    }

    public function titled(?string $title): self
    {
        return new self(
            $this->parts,
            $this->numbers,
            $this->lines,
            null === $title || '' === trim($title) ? null : trim($title),
            $this->titles,
        );
    }

    /**
     * Only the studies with these numbers.
     *
     * @param list<string> $numbers
     */
    public function only(array $numbers): ?self
    {
        $kept = array_keys(array_filter(
            $this->numbers,
            static fn (string $one): bool => \in_array($one, $numbers, true),
        ));
        $titles = [];
        foreach ($kept as $place => $k) {
            if (isset($this->titles[$k])) {
                $titles[$place] = $this->titles[$k];
            }
        }

        return [] === $kept
            ? null
            : new self(
                array_map(fn (int $k): Part => $this->parts[$k], $kept),
                array_map(fn (int $k): string => $this->numbers[$k], $kept),
                $this->lines,
                $this->title,
                $titles,
            );
    }

    /** The same in concert pitch, for a concert score. */
    public function inConcert(): self
    {
        return new self(
            array_map(static fn (Part $part): Part => $part->inConcert(), $this->parts),
            $this->numbers,
            $this->lines,
            $this->title,
            $this->titles,
        );
    }

    /** What stands over one of its studies: its title, if it has one, and what it is. */
    public function over(int $k): string
    {
        $what = Heading::of($this->parts[$k]);
        $title = $this->titles[$k] ?? '';

        return '' === $title || str_starts_with($what, $title) ? $what : $title.': '.$what;
    }

    public function isSingle(): bool
    {
        return 1 === \count($this->parts);
    }

    /** Its own title, or one in words. */
    public function heading(): string
    {
        return $this->title
            ?? (
                1 === \count($this->lines) || $this->isSingle()
                    ? ($this->isSingle() ? Heading::of($this->parts[0]) : Heading::ofKeys($this->parts))
                    : 'Studies'
            );
    }
}
