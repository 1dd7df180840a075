<?php

declare(strict_types=1);

namespace SwiftReed\Record;

/**
 * A question of written work.
 */
final readonly class QuizQuestion
{
    /**
     * @param string $question as {@see Quiz::mark()} reads it
     * @param string $asks     a sentence for whoever works it out
     * @param string $answer   one that is right, as it is typed
     * @param string $says     the same as it is said: "A♭", "Thumb and one left."
     */
    public function __construct(
        public QuizKind $kind,
        public string $question,
        public string $asks,
        public string $answer,
        public string $says = '',
    ) {
    }
}
