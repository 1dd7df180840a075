<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * One page as the engraver draws it, read with a parser and taken apart: the drawing with ids on our notes only, the
 * glyphs it uses, and where every note head and the staff lie.
 */
final readonly class EngravedPage
{
    private const SVG = 'http://www.w3.org/2000/svg';
    /** How wide the engraver draws a staff line. */
    private const STAFF_LINE = '13';

    /** How far a glyph or a word reaches from its line, in units: a millimetre and a half up, one down. */
    private const MARK_ABOVE = 260;
    private const MARK_BELOW = 120;

    /**
     * @param array<string, string> $glyphs by symbol id
     * @param int                   $notes  notes drawn, those tied over bar lines each time
     */
    private function __construct(public EngravedSystem $system, public array $glyphs, public int $notes)
    {
    }

    /** @throws EngravingError when it is not such a page */
    public static function parse(string $svg): self
    {
        $document = new \DOMDocument();
        if ('' === $svg || !@$document->loadXML($svg, \LIBXML_NONET | \LIBXML_NOBLANKS | \LIBXML_COMPACT)) {
            throw EngravingError::failed('the drawing cannot be read');
        }
        $path = new \DOMXPath($document);
        $path->registerNamespace('s', self::SVG);
        $margin = self::first($path, '//s:g[@class="page-margin"]');
        $scaled = self::first($path, '//s:svg[@class="definition-scale"]');
        $box = array_map(intval(...), explode(' ', $scaled->getAttribute('viewBox')));
        [$dx, $dy] = self::shift($margin);
        $glyphs = self::glyphs($path, $document);
        $number = self::one($path, '//s:g[starts-with(@class, "mNum")]')?->textContent;
        $bar = 1 === preg_match('/\d+/', (string) $number, $digits) ? (int) $digits[0] : null;
        foreach (iterator_to_array(self::all(
            $path,
            '//s:g[contains(@class, "Milestone") or starts-with(@class, "mNum")]',
        )) as $node) {
            $node->parentNode?->removeChild($node);
        }
        $heads = [];
        $notes = 0;
        foreach (self::all($path, './/s:g[@class="note"]', $margin) as $note) {
            $id = $note->getAttribute('id');
            if (!str_starts_with($id, 'n') || !ctype_digit($id[1] ?? '')) {
                continue;
            }
            ++$notes;
            $head = self::one($path, './/s:use', $note);
            if (ctype_digit(substr($id, 1)) && null !== $head) {
                $heads[(int) substr($id, 1)] = new NoteHead(
                    (float) $head->getAttribute('x') + $dx,
                    (float) $head->getAttribute('y') + $dy,
                );
            }
        }
        $lines = [];
        foreach (self::all($path, './/s:g[@class="staff"]/s:path', $margin) as $line) {
            $ends = sscanf($line->getAttribute('d'), 'M%f %f L%f %f');
            if (self::STAFF_LINE === $line->getAttribute('stroke-width') && \is_array($ends) && $ends[1] === $ends[3]) {
                $lines[] = (float) $ends[1] + $dy;
            }
        }
        if ([] === $lines) {
            throw EngravingError::failed('the drawing has no staff');
        }
        $barLines = [];
        foreach (self::all($path, './/s:g[@class="barLine"]/s:path', $margin) as $line) {
            $begins = sscanf($line->getAttribute('d'), 'M%f');
            if (\is_array($begins) && isset($begins[0])) {
                $barLines[] = (float) $begins[0] + $dx;
            }
        }
        sort($barLines);
        $marks = self::marks($path, $margin);
        self::clean($path, $margin);

        return new self(
            new EngravedSystem(
                $box[3] ?? 0,
                min($lines),
                max($lines),
                $heads,
                (string) $document->saveXML($margin),
                [] === $marks ? null : min($marks) + $dy,
                [] === $marks ? null : max($marks) + $dy,
                $bar,
                $barLines,
            ),
            $glyphs,
            $notes,
        );
    }

    /**
     * How far up and down hairpins, dynamics, marks at notes, words and the numbers of tuplets reach.
     *
     * @return list<float>
     */
    private static function marks(\DOMXPath $path, \DOMElement $margin): array
    {
        $reach = [];
        $classes = implode(' or ', array_map(
            static fn (string $class): string => '@class="'.$class.'"',
            ['hairpin', 'dynam', 'artic', 'fermata', 'breath', 'dir', 'tupletNum'],
        ));
        foreach (self::all($path, './/s:g['.$classes.']', $margin) as $mark) {
            foreach (self::all($path, './/s:polyline', $mark) as $line) {
                foreach (preg_split('/\s+/', trim($line->getAttribute('points'))) ?: [] as $point) {
                    $reach[] = (float) (explode(',', $point)[1] ?? 0);
                }
            }
            foreach (self::all($path, './/s:use | .//s:text', $mark) as $glyph) {
                $y = (float) $glyph->getAttribute('y');
                array_push($reach, $y - self::MARK_ABOVE, $y + self::MARK_BELOW);
            }
        }

        return $reach;
    }

    /** Names of our own on glyphs, ids on our notes alone, plain numbers for sizes. */
    private static function clean(\DOMXPath $path, \DOMElement $margin): void
    {
        foreach (self::all($path, './/*[@id]', $margin) as $node) {
            $id = $node->getAttribute('id');
            if ('note' !== $node->getAttribute('class') || !str_starts_with($id, 'n') || !ctype_digit($id[1] ?? '')) {
                $node->removeAttribute('id');
            }
        }
        foreach (self::all($path, './/s:use', $margin) as $use) {
            $use->setAttribute('href', '#'.self::glyphName(ltrim($use->getAttribute('href'), '#')));
            foreach (['width', 'height'] as $side) {
                $use->setAttribute($side, rtrim($use->getAttribute($side), 'px'));
            }
        }
    }

    /** @return array<string, string> */
    private static function glyphs(\DOMXPath $path, \DOMDocument $document): array
    {
        $glyphs = [];
        foreach (self::all($path, '//s:symbol') as $symbol) {
            $content = '';
            foreach ($symbol->childNodes as $child) {
                $content .= (string) $document->saveXML($child);
            }
            $glyphs[self::glyphName($symbol->getAttribute('id'))] = $content;
        }

        return $glyphs;
    }

    /** "E0A4-1x2y3z" is "sr-E0A4": the same glyph has the same name on every page. */
    private static function glyphName(string $id): string
    {
        return 'sr-'.explode('-', $id)[0];
    }

    /** @return array{float, float} */
    private static function shift(\DOMElement $group): array
    {
        $read = sscanf($group->getAttribute('transform'), 'translate(%f, %f)');

        return \is_array($read) && isset($read[0], $read[1])
            ? [(float) $read[0], (float) $read[1]]
            : throw EngravingError::failed('the drawing has no margin');
    }

    private static function first(\DOMXPath $path, string $query): \DOMElement
    {
        return self::one($path, $query) ?? throw EngravingError::failed('the drawing is not made as expected');
    }

    private static function one(\DOMXPath $path, string $query, ?\DOMNode $in = null): ?\DOMElement
    {
        foreach (self::all($path, $query, $in) as $node) {
            return $node;
        }

        return null;
    }

    /** @return \Generator<int, \DOMElement> */
    private static function all(\DOMXPath $path, string $query, ?\DOMNode $in = null): \Generator
    {
        $found = $path->query($query, $in);
        foreach (false === $found ? [] : $found as $node) {
            if ($node instanceof \DOMElement) {
                yield $node;
            }
        }
    }
}
