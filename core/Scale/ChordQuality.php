<?php

declare(strict_types=1);

namespace SwiftReed\Scale;

/**
 * What follows the root in a chord symbol: what it is called, how it sounds, the scale usually played over it.
 *
 * Source of the kinds: the W3C's MusicXML 4.0 specification, "kind-value"; of the scales: the handbook, chapter 3,
 * "fits over"; where that is silent (6, 9, 13, sus4, 7#11 and the like) common practice, no source.
 */
final readonly class ChordQuality
{
    /**
     * By what follows the letter: MusicXML's kind, notes added or altered (degree, half steps, "alter" or "add"), half
     * steps held above the root, the usual scale, other ways to write it in lower case.
     */
    private const ROWS = [
        '' => ['major', [], [0, 4, 7], 'major', ['maj', 'major', 'ma']],
        'm' => ['minor', [], [0, 3, 7], 'natural minor', ['min', 'minor', 'mi', '-']],
        'dim' => ['diminished', [], [0, 3, 6], 'diminished whole-half', ['o', '°', 'diminished']],
        'aug' => ['augmented', [], [0, 4, 8], 'whole tone', ['+', 'augmented', '#5']],
        '6' => ['major-sixth', [], [0, 4, 7, 9], 'major', ['maj6']],
        'm6' => ['minor-sixth', [], [0, 3, 7, 9], 'melodic minor jazz', ['min6', 'mi6', '-6']],
        'maj7' => ['major-seventh', [], [0, 4, 7, 11], 'major', ['ma7', 'major7', 'δ', 'δ7', '△', '△7', '^', '^7']],
        '7' => ['dominant', [], [0, 4, 7, 10], 'mixolydian', ['dom7', 'dom']],
        'm7' => ['minor-seventh', [], [0, 3, 7, 10], 'dorian', ['min7', 'mi7', '-7', 'minor7']],
        'ø' => ['half-diminished', [], [0, 3, 6, 10], 'locrian', ['ø7', 'm7b5', 'min7b5', '-7b5', 'mi7b5', 'm7(b5)']],
        'dim7' => ['diminished-seventh', [], [0, 3, 6, 9], 'diminished whole-half', ['o7', '°7']],
        'm(maj7)' => ['major-minor', [], [0, 3, 7, 11], 'melodic minor jazz', ['mmaj7', 'minmaj7', 'm(ma7)', '-maj7']],
        'maj7#5' => ['major-seventh', [[5, 1, 'alter']], [0, 4, 8, 11], 'formula 1 2 3 #4 #5 6 7', ['maj7(#5)', '+maj7']],
        '7#5' => ['augmented-seventh', [], [0, 4, 8, 10], 'whole tone', ['aug7', '+7', '7(#5)', '7+']],
        '7b5' => ['dominant', [[5, -1, 'alter']], [0, 4, 6, 10], 'whole tone', ['7(b5)']],
        'maj7b5' => ['major-seventh', [[5, -1, 'alter']], [0, 4, 6, 11], 'lydian', ['maj7(b5)']],
        '7b9' => ['dominant', [[9, -1, 'add']], [0, 4, 7, 10, 13], 'diminished half-whole', ['7(b9)']],
        '7#9' => ['dominant', [[9, 1, 'add']], [0, 4, 7, 10, 15], 'diminished half-whole', ['7(#9)']],
        '7#11' => ['dominant', [[11, 1, 'add']], [0, 4, 7, 10, 18], 'formula 1 2 3 #4 5 6 b7', ['7(#11)']],
        'maj7#11' => ['major-seventh', [[11, 1, 'add']], [0, 4, 7, 11, 18], 'lydian', ['maj7(#11)']],
        '7alt' => ['dominant', [[5, -1, 'alter'], [9, -1, 'add']], [0, 4, 10, 13], 'altered', ['alt', '7(alt)']],
        '9' => ['dominant-ninth', [], [0, 4, 7, 10, 14], 'mixolydian', []],
        '13' => ['dominant-13th', [], [0, 4, 10, 14, 21], 'mixolydian', []],
        'maj9' => ['major-ninth', [], [0, 4, 7, 11, 14], 'major', ['ma9']],
        'm9' => ['minor-ninth', [], [0, 3, 7, 10, 14], 'dorian', ['min9', 'mi9', '-9']],
        'm11' => ['minor-11th', [], [0, 3, 7, 10, 17], 'dorian', ['min11', '-11']],
        'sus4' => ['suspended-fourth', [], [0, 5, 7], 'mixolydian', ['sus']],
        '7sus4' => ['suspended-fourth', [[7, 0, 'add']], [0, 5, 7, 10], 'mixolydian', ['7sus', '9sus4', '9sus']],
    ];

    /**
     * @param list<array{int, int, string}> $degrees   added or altered: degree, half steps, "alter" or "add"
     * @param list<int>                     $held      half steps above the root
     * @param string                        $scale     name of the usual scale
     */
    private function __construct(
        public string $text,
        public string $kind,
        public array $degrees,
        public array $held,
        public string $scale,
    ) {
    }

    /** @throws FormulaError for a quality that is not known */
    public static function of(string $text): self
    {
        [$kind, $degrees, $held, $scale] = self::ROWS[$text] ?? throw FormulaError::notAChord($text);

        return new self($text, $kind, $degrees, $held, $scale);
    }

    /** @return list<self> */
    public static function all(): array
    {
        return array_map(static fn (int|string $text): self => self::of((string) $text), array_keys(self::ROWS));
    }

    /** The quality that somebody wrote, whatever its case; null when it is none. */
    public static function read(string $written): ?string
    {
        $plain = strtr(mb_strtolower($written), ['♭' => 'b', '♯' => '#']);
        foreach (self::ROWS as $text => $row) {
            if ((string) $text === $plain || \in_array($plain, $row[4], true)) {
                return (string) $text;
            }
        }

        return null;
    }
}
