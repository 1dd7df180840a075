<?php

declare(strict_types=1);

namespace App\Shared;

use Symfony\Contracts\Translation\TranslatorInterface;

/**
 * Sentences of the catalogue (translations/messages.en.yaml) for what is said outside a template.
 */
final class Words
{
    public function __construct(private readonly TranslatorInterface $translator)
    {
    }

    /** @param array<string, string|int> $with what stands in for "%name%" and its like */
    public function say(string $key, array $with = []): string
    {
        return $this->translator->trans($key, array_map(strval(...), $with));
    }
}
