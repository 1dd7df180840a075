<?php

declare(strict_types=1);

namespace App\Band;

use App\Account\Account;
use App\Account\Codes;
use App\Account\Mailbox;
use App\Shared\Audit;
use App\Shared\Words;
use Doctrine\ORM\EntityManagerInterface;

/**
 * What a director does with the open band: its habits, who helps, who leads it next, its end.
 */
final class LeadBand
{
    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly OpenBand $open,
        private readonly Codes $codes,
        private readonly Mailbox $mailbox,
        private readonly Audit $audit,
        private readonly Words $words,
    ) {
    }

    public function change(BandSettings $to): void
    {
        $band = $this->open->required();
        $usual = $band->usual();
        $this->audit->note('band changed', $band->getId(), [
            'name' => $band->getName(),
            'key order' => $usual->keyOrder,
            'paper' => $usual->paper,
            'signs' => $usual->reminders,
            'tempo' => $usual->tempo,
            'own' => $usual->speaksOwn,
            'breaths' => $usual->breathesTogether,
            'note names' => $usual->noteNames->value,
            'kept days' => $band->getKeptDays(),
            'zone' => $band->zone()->getName(),
            'lesson days' => $band->lessonDays(),
        ]);
        $band->change($to->name, $to->usual, $to->keptDays);
        $band->live($to->zone, $to->lessonDays);
        $this->entities->flush();
    }

    /** @return string a code that is shown this once; whoever uses it becomes an assistant */
    public function invite(): string
    {
        $band = $this->open->required();
        $this->audit->note('assistant invited', $band->getId());

        return $this->codes->make(Codes::ASSISTANT, Codes::HOURS, null, $band->getId(), $this->open->teacher());
    }

    public function dismiss(Account $assistant): void
    {
        $this->open->required()->removeAssistant($assistant);
        $this->entities->flush();
        $this->audit->note('assistant removed', $assistant->getId());
    }

    /** An assistant becomes the director; the one before stays as his assistant. */
    public function handOver(Account $to): void
    {
        $band = $this->open->required();
        $to->becomeDirector();
        $band->handOver($to);
        $this->entities->flush();
        $this->audit->note('band handed over', $to->getId(), ['director' => $this->open->teacher()?->getId()]);
        $text = $this->words->say('letter.handed_text', ['%band%' => $band->getName()]);
        $this->mailbox->write($to, $this->words->say('letter.handed'), $text);
    }

    /** The band is put away, and can be brought back for a while. */
    public function remove(): Band
    {
        $band = $this->open->required();
        $band->remove();
        $this->entities->flush();
        $this->audit->note('band removed', $band->getId());

        return $band;
    }

    public function bringBack(Band $band): void
    {
        $band->restore();
        $this->entities->flush();
        $this->audit->note('band brought back', $band->getId());
    }
}
