<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Knowledge\Mistake;

/**
 * Something asked of a printed page that it cannot be.
 */
final class PrintError extends \InvalidArgumentException implements Mistake
{
    public static function notAPaper(string $read): self
    {
        return new self(\sprintf('"%s" is not a paper; expected a4 or letter, for example --paper=letter.', $read));
    }

    public static function notSides(string $read): self
    {
        return new self(\sprintf(
            '"%s" is not a way to use the paper; expected one side or two, for example --sides=two.',
            $read,
        ));
    }

    /** @param list<string> $known */
    public static function notAStyle(string $read, string $nearest, array $known): self
    {
        return new self(\sprintf(
            '"%s" is not a page style%s; expected some of %s, divided by commas, for example --style=large,worksheet.',
            $read,
            '' === $nearest ? '' : \sprintf(' (did you mean "%s"?)', $nearest),
            implode(', ', $known),
        ));
    }

    public static function stylesExclude(string $one, string $other): self
    {
        return new self(\sprintf(
            '"%s" and "%s" are two different pages; expected one of them, with or without large, for example --style=large,%s.',
            $one,
            $other,
            $one,
        ));
    }

    public static function notARow(string $read, string $nearest, string $known): self
    {
        return new self(\sprintf(
            '"%s" is not a row%s; expected some of %s, divided by commas, for example --rows=degrees,letters,fingerings.',
            $read,
            '' === $nearest ? '' : \sprintf(' (did you mean "%s"?)', $nearest),
            $known,
        ));
    }
}
