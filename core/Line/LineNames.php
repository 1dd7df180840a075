<?php

declare(strict_types=1);

namespace SwiftReed\Line;

use SwiftReed\Pitch\Accidental;
use SwiftReed\Pitch\Letter;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\NoteNames;

/**
 * Study lines and other typed texts in the names of notes that a reader has: what is kept is shown in them, and what is
 * typed in them is read. Words of the language stay as they are, but for major and minor, which go with the names; chord
 * symbols after "over" are international.
 *
 * What is plainly English is read as that: in German names "Bb", "B flat" and "F#" mean what they say; a bare B is B
 * flat, and H is B. Law: what is shown of a canonical text is read as that text again.
 *
 * Source: common practice, no source.
 */
final readonly class LineNames
{
    /** From here to the next comma chords are named, not notes. */
    private const CHORDS = '/(?<![\p{L}\p{N}])over\s[^,;\n]*/iu';
    /** Where a name begins: not inside a word, a number or another name. */
    private const BEGINS = '(?<![\p{L}\p{N}#♯♭])';
    /** What may follow it: a kind of chord or an octave, and then the end of the word. */
    private const ENDS = '(?=(?:m|min|dim|aug|maj)?\d{0,2}(?![\p{L}\p{N}#♯♭]))';
    /** Words that say which mode a name means, whatever the language of the names. */
    private const MODES = 'dur|moll|majeur|mineur|maggiore|minore|mayor|menor|major|minor';
    private const MINOR = ['moll', 'mineur', 'minore', 'menor', 'minor'];
    /** Kinds of minor, which stand after it or before. */
    private const KINDS = [
        'harmonisch' => 'harmonic', 'harmonique' => 'harmonic', 'armonica' => 'harmonic', 'armónica' => 'harmonic',
        'melodisch' => 'melodic', 'mélodique' => 'melodic', 'melodique' => 'melodic', 'melodica' => 'melodic',
        'melódica' => 'melodic', 'natürlich' => 'natural', 'naturel' => 'natural', 'naturale' => 'natural',
    ];
    private const SIGNS = [
        'flat' => -1, 'bemol' => -1, 'bémol' => -1, 'bemolle' => -1, 'sharp' => 1, 'dièse' => 1, 'diese' => 1,
        'diesis' => 1, 'sostenido' => 1,
    ];
    private const SYLLABLES = [
        'do' => 'C', 'ut' => 'C', 're' => 'D', 'ré' => 'D', 'mi' => 'E', 'fa' => 'F', 'sol' => 'G', 'la' => 'A',
        'si' => 'B',
    ];

    public function __construct(private NoteNames $names)
    {
    }

    /** In the names in force. */
    public static function inForce(): self
    {
        return new self(NoteNames::inForce());
    }

    /** A canonical text as it is shown to be read and typed: "own sib major". */
    public function shown(string $text): string
    {
        return NoteNames::English === $this->names ? $text : $this->named($text, $this->names->typed(...));
    }

    /** The same with printed signs: "own si♭ major". */
    public function printed(string $text): string
    {
        return $this->named($text, $this->names->sign(...));
    }

    /** @param \Closure(NoteName): string $name */
    private function named(string $text, \Closure $name): string
    {
        return $this->outsideChords($text, static fn (string $part): TypedText => TypedText::replaced(
            $part,
            '/'.self::BEGINS.'(?<letter>[A-G])(?<sign>bb|##|b|#)?'.self::ENDS.'/u',
            static fn (array $found): string => $name(NoteName::of(
                Letter::parse($found['letter']),
                Accidental::parse($found['sign'] ?? '')->halfSteps,
            )),
        ))->read;
    }

    /** What somebody typed, as the language has it. */
    public function read(string $typed): TypedText
    {
        return NoteNames::English === $this->names
            ? TypedText::same($typed)
            : $this->outsideChords($typed, fn (string $part): TypedText => NoteNames::German === $this->names
                ? self::german($part)
                : self::fixedDo($part));
    }

    private static function german(string $text): TypedText
    {
        $mode = '(?=[\s-]+(?:'.self::MODES.'|'.implode('|', array_keys(self::KINDS)).')(?!\p{L}))';
        // "As" and "his" are English words too: small they are notes only before a mode or with an octave.
        $name = '(?:[cdefg]is(?:is)?|ais(?:is)?|hisis|[cdfgh]es(?:es)?|eses|es|ases|asas|bes|h)'
            .'|(?-i:As|AS|His|HIS)|(?:as|his)(?:'.$mode.'|(?=\d))'
            .'|(?-i:B)(?![b#♯♭x]|[\s-]*(?:double[\s-]*)?(?:flat|sharp))|b'.$mode;

        return TypedText::replaced(
            $text,
            '/'.self::BEGINS.'(?<note>'.$name.')'.self::ENDS.'|'.self::modes().'/iu',
            static fn (array $found): string => '' !== ($found['note'] ?? '')
                ? self::germanNote(mb_strtolower($found['note']))->text()
                : self::mode($found),
        );
    }

    private static function germanNote(string $name): NoteName
    {
        $letter = $name[0];
        if ('b' === $name || 'bes' === $name) {
            return NoteName::of(Letter::B, -1);
        }
        $rest = substr($name, 1);
        $flats = match (true) {
            \in_array($letter, ['e', 'a'], true) => match ($rest) {
                's' => 1, 'ses', 'sas' => 2, default => 0,
            },
            default => substr_count($rest, 'es'),
        };

        return NoteName::of(Letter::parse('h' === $letter ? 'B' : $letter), substr_count($rest, 'is') - $flats);
    }

    private static function fixedDo(string $text): TypedText
    {
        $sign = '##|bb|[#b♯♭x]|[\s-]*(?<double>double[\s-]*)?(?<word>'.implode('|', array_keys(self::SIGNS)).')';
        // "do it again" is a deed, not a note.
        $name = 'do(?!\s+(?:it|this|that|them|the|all|again|not|everything)\b)|ut|r[eé]|mi|fa|sol|la|si';

        return TypedText::replaced(
            $text,
            '/'.self::BEGINS.'(?<note>'.$name.')(?<sign>'.$sign.')?'.self::ENDS.'|'.self::modes().'/iu',
            static function (array $found): string {
                if ('' === ($found['note'] ?? '')) {
                    return self::mode($found);
                }
                $word = mb_strtolower($found['word'] ?? '');
                $alter = '' !== $word
                    ? self::SIGNS[$word] * ('' === ($found['double'] ?? '') ? 1 : 2)
                    : Accidental::parse($found['sign'] ?? '')->halfSteps;

                return NoteName::of(
                    Letter::parse(self::SYLLABLES[mb_strtolower($found['note'])]),
                    $alter,
                )->text();
            },
        );
    }

    /** A mode after a name, with what joins it: "-Dur", " moll harmonisch", " harmonisch Moll". */
    private static function modes(): string
    {
        $kinds = implode('|', array_keys(self::KINDS));

        return '(?<join>(?:\s*-\s*|\s*))(?<!\p{L})(?<before>(?:'.$kinds.')\s+)?'
            .'(?<mode>dur|moll|majeur|mineur|maggiore|minore|mayor|menor)'
            .'(?<after>\s+(?:'.$kinds.'))?(?!\p{L})';
    }

    /** @param array<array-key, string> $found */
    private static function mode(array $found): string
    {
        $kind = trim(mb_strtolower(($found['before'] ?? '').($found['after'] ?? '')));
        $mode = \in_array(mb_strtolower($found['mode'] ?? ''), self::MINOR, true) ? 'minor' : 'major';

        return ('' === ($found['join'] ?? '') ? '' : ' ').('' === $kind ? '' : self::KINDS[$kind].' ').$mode;
    }

    /** @param \Closure(string): TypedText $read what is read of a text without chords */
    private function outsideChords(string $text, \Closure $read): TypedText
    {
        preg_match_all(self::CHORDS, $text, $found, \PREG_OFFSET_CAPTURE);
        $all = TypedText::same('');
        $from = 0;
        foreach ($found[0] as [$chords, $at]) {
            $all = $all->and($read(substr($text, $from, $at - $from)))->and(TypedText::same($chords));
            $from = $at + \strlen($chords);
        }

        return $all->and($read(substr($text, $from)));
    }
}
