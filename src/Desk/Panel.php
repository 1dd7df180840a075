<?php

declare(strict_types=1);

namespace App\Desk;

/**
 * The choices for one part of the sentence.
 */
final readonly class Panel
{
    /**
     * @param list<Choice> $choices
     * @param string|null  $unsaid the line without this part, where it can be left out
     */
    public function __construct(public string $id, public array $choices, public ?string $unsaid)
    {
    }
}
