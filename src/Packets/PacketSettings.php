<?php

declare(strict_types=1);

namespace App\Packets;

/**
 * How a packet is printed and who gets it: what its editor has besides title and studies.
 */
final readonly class PacketSettings
{
    /**
     * @param list<string> $except ids of chairs that get no part
     * @param string       $style  one page style for everybody; nothing for each player's own
     * @param int          $copies of each part, for each of its players
     * @param list<string> $before rows of the sheet of the key before, for a sheet of the day
     */
    public function __construct(
        public string $words = '',
        public string $date = '',
        public string $editions = 'players',
        public bool $fingered = true,
        public string $worksheets = 'none',
        public int $flats = 5,
        public int $sharps = 3,
        public bool $names = false,
        public string $paper = 'a4',
        public string $sides = 'one',
        public bool $forCopier = true,
        public array $except = [],
        public array $before = [],
        public bool $corners = false,
        public string $style = '',
        public int $copies = 1,
    ) {
    }

    /** @param array<string, mixed> $data as it is kept; what is missing is as usual */
    public static function of(array $data): self
    {
        $usual = new self();
        $text = static fn (string $key, string $else): string => \is_string($data[$key] ?? null) ? $data[$key] : $else;
        $texts = static fn (string $key): array => array_values(array_filter(
            \is_array($data[$key] ?? null) ? $data[$key] : [],
            is_string(...),
        ));
        $number = static fn (string $key, int $else): int => \is_int($data[$key] ?? null) ? $data[$key] : $else;

        return new self(
            $text('words', ''),
            $text('date', ''),
            $text('editions', $usual->editions),
            (bool) ($data['fingered'] ?? true),
            $text('worksheets', $usual->worksheets),
            $number('flats', $usual->flats),
            $number('sharps', $usual->sharps),
            (bool) ($data['names'] ?? false),
            $text('paper', $usual->paper),
            $text('sides', $usual->sides),
            (bool) ($data['for_copier'] ?? true),
            $texts('except'),
            $texts('before'),
            (bool) ($data['corners'] ?? false),
            $text('style', ''),
            $number('copies', 1),
        );
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'words' => $this->words, 'date' => $this->date, 'editions' => $this->editions,
            'fingered' => $this->fingered, 'worksheets' => $this->worksheets, 'flats' => $this->flats,
            'sharps' => $this->sharps, 'names' => $this->names, 'paper' => $this->paper, 'sides' => $this->sides,
            'for_copier' => $this->forCopier, 'except' => $this->except, 'before' => $this->before,
            'corners' => $this->corners, 'style' => $this->style, 'copies' => $this->copies,
        ];
    }
}
