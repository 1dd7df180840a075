<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * Engraved systems and the glyphs that they share.
 */
final readonly class Engraving
{
    /**
     * @param array<string, string> $glyphs  SVG by symbol id
     * @param list<EngravedSystem>  $systems
     */
    private function __construct(public int $width, public array $glyphs, public array $systems)
    {
    }

    /** @throws EngravingError when the engraver's answer is not what was expected */
    public static function fromJson(string $json): self
    {
        try {
            /** @var array{width: int, glyphs: array<string, string>, systems: list<array{width: int, height: int, top: float, bottom: float, right: float, notes: array<string, array{float, float}>, body: string}>} $data */
            $data = json_decode($json, true, 32, \JSON_THROW_ON_ERROR);
        } catch (\JsonException $error) {
            throw EngravingError::failed($error->getMessage());
        }
        $systems = [];
        foreach ($data['systems'] as $system) {
            $heads = [];
            foreach ($system['notes'] as $id => [$x, $y]) {
                $heads[(int) substr($id, 1)] = new NoteHead((float) $x, (float) $y);
            }
            $systems[] = new EngravedSystem($system['height'], (float) $system['top'], (float) $system['bottom'], $heads, $system['body']);
        }

        return new self($data['width'], $data['glyphs'], $systems);
    }

    public function glyphs(): string
    {
        $symbols = '';
        foreach ($this->glyphs as $id => $content) {
            $symbols .= \sprintf('<symbol id="%s" viewBox="0 0 1000 1000" overflow="inherit">%s</symbol>', $id, $content);
        }

        return $symbols;
    }
}
