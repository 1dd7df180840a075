<?php

declare(strict_types=1);

namespace App\Entrance;

use SwiftReed\Instrument\InstrumentLibrary;
use Twig\Extension\AbstractExtension;
use Twig\Extension\GlobalsInterface;
use Twig\TwigFunction;

/**
 * What every page asks: `me`, who looks at it, and `instrument_name(id)`.
 */
final class ShellExtension extends AbstractExtension implements GlobalsInterface
{
    public function __construct(private readonly Me $me, private readonly InstrumentLibrary $instruments)
    {
    }

    /** @return array{me: Me} */
    public function getGlobals(): array
    {
        return ['me' => $this->me];
    }

    public function getFunctions(): array
    {
        return [new TwigFunction('instrument_name', $this->name(...))];
    }

    private function name(string $id): string
    {
        foreach ($this->instruments->names() as $members) {
            foreach ($members as ['id' => $one, 'name' => $name]) {
                if ($one === $id) {
                    return $name;
                }
            }
        }

        return $id;
    }
}
