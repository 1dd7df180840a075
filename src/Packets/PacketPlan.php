<?php

declare(strict_types=1);

namespace App\Packets;

use SwiftReed\Packet\BandPlayer;
use SwiftReed\Packet\Chorale;
use SwiftReed\Pitch\NoteNames;

/**
 * What a packet is: its title, its studies, who gets them and in which way. Nothing in it hangs on the day it is made.
 */
final readonly class PacketPlan
{
    /** How a player's pages are written. */
    public const STYLES = ['written', 'numbers', 'letters', 'large'];
    /** What can be made for everybody besides the pages that are played from. */
    public const WORK = ['none', 'unmarked', 'part-worked'];
    public const EDITIONS = ['players', 'sections', 'keys'];
    /** Study lines of one packet, and characters of what is said to the players. */
    public const MOST_LINES = 60;
    public const TITLE = 80;
    public const WORDS = 600;

    /**
     * @param list<BandPlayer> $players    in the order of the score
     * @param list<string> $studies lines as they are typed; a row that begins with # is the title of the next; nothing
     *  where one was taken out
     * @param string           $editions   one of EDITIONS
     * @param bool             $fingered   whether fingerings stand under the notes
     * @param string           $worksheets one of WORK
     * @param int              $flats      part-worked: keys of up to so many flats are worked as in class
     * @param int              $sharps     and of up to so many sharps
     * @param bool             $names      whether numbers and letters are printed on worksheets
     * @param bool                   $hasCorners whether first pages keep a corner free for the player's own way in
     * @param NoteNames              $noteNames how notes are named on its pages; files are in English
     * @param bool                   $breathesTogether whether all players of a stage breathe at the same places
     * @param list<string>           $before   rows of what was played before: notes that are not in it are named as new
     * @param array<string, Chorale> $chorales of the band's own, by id
     * @param string           $edition    for the foot of every page: "edition 3"
     * @param bool             $isForCopier whether each part stands in the pile as often as it has copies
     */
    public function __construct(
        public string $title,
        public array $players,
        public array $studies,
        public string $band = '',
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
        public bool $isForCopier = true,
        public string $edition = '',
        public array $chorales = [],
        public array $before = [],
        public bool $hasCorners = false,
        public bool $breathesTogether = false,
        public NoteNames $noteNames = NoteNames::English,
    ) {
    }

    /**
     * @param array<mixed>     $data    of a band file
     * @param list<BandPlayer> $players
     *
     * @throws BandFileError
     */
    public static function read(array $data, array $players): self
    {
        $line = static fn (string $key, int $most): string => \is_scalar($data[$key] ?? null) ? mb_substr(
            trim((string) preg_replace('/[\p{C}\s]+/u', ' ', (string) $data[$key])),
            0,
            $most,
        ) : '';
        $studies = $data['studies'] ?? [];
        $studies = \is_string($studies) ? explode("\n", $studies) : $studies;
        $rows = [];
        foreach (\is_array($studies) ? $studies : [] as $one) {
            if (!\is_string($one)) {
                throw BandFileError::field(
                    'studies',
                    get_debug_type($one),
                    'study lines, for example "concert F major, fold"',
                );
            }
            $rows[] = trim($one);
        }
        if (\count($rows) > self::MOST_LINES) {
            throw BandFileError::tooMany('studies', \count($rows), self::MOST_LINES);
        }
        $worked = $data['worked'] ?? [];
        $worked = \is_string($worked) ? self::signs($worked) : $worked;
        $number = static function (string $key, int $usual) use ($worked): int {
            $given = \is_array($worked) ? $worked[$key] ?? $usual : $usual;

            return \is_int($given) && $given >= -1 && $given <= 7
                ? $given
                : throw BandFileError::field(
                    'worked: '.$key,
                    \is_scalar($given) ? (string) $given : '',
                    'a number of signs from -1 (none) to 7, for example 3',
                );
        };

        return new self(
            $line('title', self::TITLE),
            $players,
            $rows,
            $line('name', 60),
            $line('words', self::WORDS),
            $line('date', 40),
            BandFile::oneOf('editions', $line('editions', 20), self::EDITIONS, 'players'),
            false !== ($data['fingerings'] ?? true),
            BandFile::oneOf('worksheets', $line('worksheets', 20), self::WORK, 'none'),
            $number('flats', 5),
            $number('sharps', 3),
            true === ($data['names'] ?? false),
            BandFile::oneOf('paper', $line('paper', 10), ['a4', 'letter'], 'a4'),
            BandFile::oneOf('sides', $line('sides', 5), ['one', 'two'], 'one'),
            false !== ($data['for_copier'] ?? true),
            $line('edition', 20),
            self::chorales($data['chorales'] ?? []),
            array_values(array_filter(
                \is_array($data['before'] ?? null) ? \array_slice($data['before'], 0, self::MOST_LINES) : [],
                is_string(...),
            )),
            true === ($data['corners'] ?? false),
            'together' === BandFile::oneOf('breaths', $line('breaths', 10), ['own', 'together'], 'own'),
            NoteNames::from(BandFile::oneOf(
                'note_names',
                $line('note_names', 10),
                array_column(NoteNames::cases(), 'value'),
                NoteNames::English->value,
            )),
        );
    }

    /** @return array<string, Chorale> */
    private static function chorales(mixed $given): array
    {
        $chorales = [];
        foreach (\is_array($given) ? \array_slice($given, 0, self::MOST_LINES) : [] as $id => $one) {
            $chorales[mb_strtolower((string) $id)] = Chorale::read(
                mb_strtolower((string) $id),
                \is_array($one) ? array_filter($one, is_string(...), \ARRAY_FILTER_USE_KEY) : [],
            );
        }

        return $chorales;
    }

    /** @param array<string, string> $instead "paper" and "editions", where they are said elsewhere */
    public function with(array $instead): self
    {
        return new self(
            $this->title,
            $this->players,
            $this->studies,
            $this->band,
            $this->words,
            $this->date,
            $instead['editions'] ?? $this->editions,
            $this->fingered,
            $this->worksheets,
            $this->flats,
            $this->sharps,
            $this->names,
            $instead['paper'] ?? $this->paper,
            $this->sides,
            $this->isForCopier,
            $this->edition,
            $this->chorales,
            $this->before,
            $this->hasCorners,
            $this->breathesTogether,
            $this->noteNames,
        );
    }

    /**
     * "0 to 5 flats and 3 sharps": the most of each that are worked.
     *
     * @return array<string, int>
     *
     * @throws BandFileError when neither is said
     */
    private static function signs(string $said): array
    {
        $found = [];
        foreach (['flats', 'sharps'] as $kind) {
            if (1 === preg_match('/(\d+)\s*'.substr($kind, 0, -1).'s?\b/i', $said, $number)) {
                $found[$kind] = (int) $number[1];
            }
        }

        return [] === $found
            ? throw BandFileError::field('worked', $said, 'how many signs, for example "0 to 5 flats and 3 sharps"')
            : $found;
    }
}
