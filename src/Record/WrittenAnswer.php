<?php

declare(strict_types=1);

namespace App\Record;

use App\Band\Belongs;
use App\Band\Chair;
use App\Band\OfBand;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use SwiftReed\Record\QuizQuestion;
use SwiftReed\Record\WrittenMark;
use SwiftReed\Record\WrittenMistake;
use Symfony\Component\Uid\Uuid;

/**
 * A player's answer to a question of written work, with what was mixed up in it.
 */
#[ORM\Entity(repositoryClass: WrittenAnswerRepository::class)]
#[ORM\Table(name: 'written_answer')]
#[ORM\Index(name: 'written_answer_band', columns: ['band_id'])]
#[ORM\Index(name: 'written_answer_chair', columns: ['chair_id', 'made_at'])]
class WrittenAnswer implements OfBand
{
    use Belongs;

    public const QUESTION = 200;
    public const TEXT = 300;

    #[ORM\Id]
    #[ORM\Column(type: 'guid')]
    private string $id;

    #[ORM\Column(type: Types::STRING, length: 20)]
    private string $kind;

    #[ORM\Column(type: Types::STRING, length: self::QUESTION)]
    private string $question;

    #[ORM\Column(type: Types::STRING, length: self::TEXT)]
    private string $asks;

    #[ORM\Column(type: Types::BOOLEAN)]
    private bool $isRight;

    /** Kinds of mistakes, each once, divided by commas. */
    #[ORM\Column(type: Types::STRING, length: 300)]
    private string $mixed;

    #[ORM\Column(type: Types::DATETIMETZ_IMMUTABLE)]
    private \DateTimeImmutable $madeAt;

    public function __construct(
        #[ORM\ManyToOne(targetEntity: Chair::class)]
        #[ORM\JoinColumn(name: 'chair_id', nullable: false, onDelete: 'CASCADE')]
        private Chair $chair,
        QuizQuestion $question,
        #[ORM\Column(type: Types::STRING, length: self::TEXT)]
        private string $answer,
        WrittenMark $mark,
    ) {
        $this->id = Uuid::v7()->toRfc4122();
        $this->kind = $question->kind->value;
        $this->question = $question->question;
        $this->asks = $question->asks;
        $this->isRight = $mark->isRight;
        $this->mixed = implode(
            ',',
            array_unique(array_map(static fn (WrittenMistake $one): string => $one->kind->value, $mark->mistakes)),
        );
        $this->madeAt = new \DateTimeImmutable();
    }

    public function getId(): string
    {
        return $this->id;
    }

    public function getChair(): Chair
    {
        return $this->chair;
    }

    public function getKind(): string
    {
        return $this->kind;
    }

    public function getQuestion(): string
    {
        return $this->question;
    }

    public function getAsks(): string
    {
        return $this->asks;
    }

    public function getAnswer(): string
    {
        return $this->answer;
    }

    public function isRight(): bool
    {
        return $this->isRight;
    }

    /** @return list<string> kinds of mistakes */
    public function getMixed(): array
    {
        return '' === $this->mixed ? [] : explode(',', $this->mixed);
    }

    /** @return array<string, mixed> to be given away */
    public function data(): array
    {
        return [
            'kind' => $this->kind, 'question' => $this->question, 'answer' => $this->answer, 'right' => $this->isRight,
            'mixed' => $this->getMixed(), 'at' => $this->madeAt->format(\DATE_ATOM),
        ];
    }
}
