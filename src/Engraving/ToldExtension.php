<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Score\Told;
use Twig\Extension\AbstractExtension;
use Twig\TwigFunction;

/**
 * `told(part)`: what is told of a part, worded.
 */
final class ToldExtension extends AbstractExtension
{
    public function getFunctions(): array
    {
        return [new TwigFunction('told', Told::english(...))];
    }
}
