<?php

declare(strict_types=1);

namespace App\Band;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use SwiftReed\Fingering\School;
use Symfony\Component\Uid\Uuid;

/**
 * A school that is kept: a named set of habits for one instrument.
 */
#[ORM\Entity(repositoryClass: SchoolOfHabitsRepository::class)]
#[ORM\Table(name: 'school_of_habits')]
#[ORM\Index(name: 'school_of_habits_band', columns: ['band_id'])]
#[ORM\Index(name: 'school_of_habits_instrument', columns: ['instrument'])]
class SchoolOfHabits implements OfBand
{
    use Belongs;

    #[ORM\Id]
    #[ORM\Column(type: 'guid')]
    private string $id;

    #[ORM\Column(type: Types::STRING, length: 80)]
    private string $name;

    #[ORM\Column(type: Types::STRING, length: 60)]
    private string $instrument;

    /** As the file of a school. */
    #[ORM\Column(type: Types::TEXT)]
    private string $content;

    public function __construct(School $school)
    {
        $this->id = Uuid::v7()->toRfc4122();
        $this->name = $school->name;
        $this->instrument = $school->instrument;
        $this->content = $school->toJson();
    }

    public function getId(): string
    {
        return $this->id;
    }

    public function getName(): string
    {
        return $this->name;
    }

    public function getInstrument(): string
    {
        return $this->instrument;
    }

    public function school(): School
    {
        return School::fromJson($this->content);
    }
}
