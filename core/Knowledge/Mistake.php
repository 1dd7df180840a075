<?php

declare(strict_types=1);

namespace SwiftReed\Knowledge;

/**
 * Something that a person typed, chose or brought in and that cannot be done: its message is a sentence for that
 * person, with what was read, what was expected and an example.
 */
interface Mistake extends \Throwable
{
}
