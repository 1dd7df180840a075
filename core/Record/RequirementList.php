<?php

declare(strict_types=1);

namespace SwiftReed\Record;

/**
 * A list of requirements that ships, to be copied and edited.
 */
final readonly class RequirementList
{
    /**
     * @param string       $says for what it is, a sentence
     * @param list<string> $rows as they are typed
     */
    public function __construct(public string $name, public string $says, public array $rows)
    {
    }
}
