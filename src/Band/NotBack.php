<?php

declare(strict_types=1);

namespace App\Band;

/**
 * Something cannot come back just as it was, because of what stands there by now. It stays in the bin; what can be done
 * about it is a choice.
 */
final class NotBack extends \RuntimeException
{
    /**
     * @param string       $sentence key of the catalogue
     * @param string       $name     what is in the way: a name that is taken, or what has to be there first
     * @param string|null  $as       a name that is free, under which it can come back
     * @param Removed|null $first    what can be brought back before it, so that it has a place again
     */
    private function __construct(
        public readonly string $sentence,
        public readonly string $name,
        public readonly ?string $as,
        public readonly ?Removed $first,
    ) {
        parent::__construct($sentence);
    }

    /** Somebody or something has its name by now. */
    public static function named(string $name, string $free): self
    {
        return new self('undo.name_taken', $name, $free, null);
    }

    /** Whose it was is in the bin too. */
    public static function after(Removed $first): self
    {
        return new self('undo.after', $first->getSays(), null, $first);
    }

    /** Whose it was is gone for good. */
    public static function orphan(): self
    {
        return new self('undo.orphan', '', null, null);
    }
}
