<?php

declare(strict_types=1);

namespace App\Desk;

use App\Band\Notebook;
use App\Band\Remark;
use Doctrine\ORM\EntityManagerInterface;

/**
 * A teacher's words under a page: about a note, about the change to it, or about the whole.
 */
final class WriteRemark
{
    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly Notebook $notebook,
    ) {
    }

    /**
     * Kept once, however often it is pressed.
     *
     * @param int  $note     place in the line, or Remark::PAGE
     * @param bool $isChange about the change from the note before
     */
    public function __invoke(string $instrument, string $line, int $note, bool $isChange, string $text): void
    {
        foreach ($this->notebook->remarks($instrument, $line) as $one) {
            if ($one->getNote() === $note && $one->getText() === $text) {
                return;
            }
        }
        $this->entities->persist(new Remark($instrument, $line, $note, $isChange && $note > 0, $text));
        $this->entities->flush();
    }
}
