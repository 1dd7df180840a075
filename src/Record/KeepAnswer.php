<?php

declare(strict_types=1);

namespace App\Record;

use App\Band\Chair;
use Doctrine\ORM\EntityManagerInterface;
use SwiftReed\Record\QuizQuestion;
use SwiftReed\Record\WrittenMark;

/**
 * What a player answered in writing.
 */
final class KeepAnswer
{
    public function __construct(private readonly EntityManagerInterface $entities)
    {
    }

    public function __invoke(Chair $chair, QuizQuestion $question, string $answer, WrittenMark $mark): WrittenAnswer
    {
        $kept = new WrittenAnswer($chair, $question, $answer, $mark);
        $this->entities->persist($kept);
        $this->entities->flush();

        return $kept;
    }
}
