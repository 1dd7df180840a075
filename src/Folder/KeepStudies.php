<?php

declare(strict_types=1);

namespace App\Folder;

use App\Desk\DeskState;
use App\Desk\SavedStudy;
use App\Desk\SavedStudyRepository;
use App\Shared\Audit;
use Doctrine\ORM\EntityManagerInterface;

/**
 * Studies are kept in the folder, renamed, doubled, put away and taken out again.
 */
final class KeepStudies
{
    /** What a second study of the same is called after. */
    private const COPY = ' (copy)';

    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly SavedStudyRepository $studies,
        private readonly Audit $audit,
    ) {
    }

    /** The same kept just now is not kept a second time. */
    public function keep(string $name, DeskState $state): SavedStudy
    {
        $study = $this->studies->justKept($name, $state->line, $state->instrument);
        if (null !== $study) {
            return $study;
        }
        $study = $this->last($name, $state);
        $this->audit->note('study kept', $study->getId());

        return $study;
    }

    public function change(SavedStudy $study, string $name, DeskState $state): void
    {
        $this->audit->note('study changed', $study->getId(), [
            'name' => $study->getName(),
            'line' => $study->getLine(),
            'instrument' => $study->getInstrument(),
        ]);
        $study->take($name, $state);
        $this->entities->flush();
    }

    public function rename(SavedStudy $study, string $name): void
    {
        $this->audit->note('study renamed', $study->getId(), ['name' => $study->getName()]);
        $study->rename($name);
        $this->entities->flush();
    }

    public function double(SavedStudy $study): void
    {
        $name = mb_substr($study->getName(), 0, SavedStudy::NAME_LIMIT - mb_strlen(self::COPY)).self::COPY;
        $this->last($name, $study->state());
    }

    /** Out of the folder, for a while within reach. */
    public function putAway(SavedStudy $study): void
    {
        $study->delete();
        $this->entities->flush();
        $this->audit->note('study removed', $study->getId());
        $this->studies->forgetLongDeleted();
    }

    public function takeOutAgain(SavedStudy $study): void
    {
        $study->restore();
        $this->entities->flush();
        $this->audit->note('brought back', $study->getId());
    }

    private function last(string $name, DeskState $state): SavedStudy
    {
        $study = new SavedStudy($name, $state, $this->studies->lastPosition() + 1);
        $this->entities->persist($study);
        $this->entities->flush();

        return $study;
    }
}
