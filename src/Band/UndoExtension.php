<?php

declare(strict_types=1);

namespace App\Band;

use Twig\Extension\AbstractExtension;
use Twig\TwigFunction;

/**
 * `removed(id)`: what was just removed, so that a page can offer to bring it back.
 */
final class UndoExtension extends AbstractExtension
{
    public function __construct(private readonly Trash $trash)
    {
    }

    public function getFunctions(): array
    {
        return [new TwigFunction('removed', $this->trash->one(...))];
    }
}
