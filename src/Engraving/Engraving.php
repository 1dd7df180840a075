<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * Engraved music: systems and the glyphs that they use.
 */
final readonly class Engraving
{
    /**
     * @param array<string, string> $glyphs  SVG by symbol id
     * @param list<EngravedSystem>  $systems
     */
    private function __construct(public array $glyphs, public array $systems)
    {
    }

    /**
     * @param list<string> $pages drawings with one system each
     * @param int          $notes how many notes went in, those tied over bar lines each time
     *
     * @throws EngravingError when a drawing cannot be read, or notes are lost
     */
    public static function fromPages(array $pages, int $notes): self
    {
        $glyphs = [];
        $systems = [];
        $found = 0;
        foreach ($pages as $svg) {
            $page = EngravedPage::parse($svg);
            $glyphs += $page->glyphs;
            $systems[] = $page->system;
            $found += $page->notes;
        }
        if ($found !== $notes) {
            throw EngravingError::failed(\sprintf('%d notes went in and %d came out', $notes, $found));
        }

        return new self($glyphs, $systems);
    }

    /** @throws EngravingError when what was kept is not what was put there */
    public static function fromJson(string $json): self
    {
        try {
            /**
             * @var array{glyphs?: array<string, string>, systems?: list<array{height: int, top: float, bottom: float,
             *  notes: array<int, array{float, float}>, body: string, marks?: array{float|null, float|null},
             *  bar?: int|null, bars?: list<float>}>} $data
             */
            $data = json_decode($json, true, 32, \JSON_THROW_ON_ERROR);
        } catch (\JsonException $error) {
            throw EngravingError::failed($error->getMessage());
        }
        if (!isset($data['glyphs'], $data['systems'])) {
            throw EngravingError::failed('the kept drawing is not whole');
        }
        $systems = [];
        foreach ($data['systems'] as $system) {
            $heads = array_map(
                static fn (array $place): NoteHead => new NoteHead((float) $place[0], (float) $place[1]),
                $system['notes'],
            );
            $systems[] = new EngravedSystem(
                $system['height'],
                (float) $system['top'],
                (float) $system['bottom'],
                $heads,
                $system['body'],
                $system['marks'][0] ?? null,
                $system['marks'][1] ?? null,
                $system['bar'] ?? null,
                $system['bars'] ?? [],
            );
        }

        return new self($data['glyphs'], $systems);
    }

    public function toJson(): string
    {
        return json_encode(
            [
                'glyphs' => $this->glyphs,
                'systems' => array_map(
                    static fn (EngravedSystem $system): array => [
                        'height' => $system->height,
                        'top' => $system->top,
                        'bottom' => $system->bottom,
                        'notes' => array_map(
                            static fn (NoteHead $head): array => [$head->left, $head->y],
                            $system->heads,
                        ),
                        'body' => $system->body,
                        'marks' => [$system->marksTop, $system->marksBottom],
                        'bar' => $system->bar,
                        'bars' => $system->barLines,
                    ],
                    $this->systems,
                ),
            ],
            \JSON_THROW_ON_ERROR,
        );
    }

    public function glyphs(): string
    {
        $symbols = '';
        foreach ($this->glyphs as $id => $content) {
            $symbols .= \sprintf(
                '<symbol id="%s" viewBox="0 0 1000 1000" overflow="inherit">%s</symbol>',
                $id,
                $content,
            );
        }

        return $symbols;
    }
}
