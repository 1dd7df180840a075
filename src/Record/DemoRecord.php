<?php

declare(strict_types=1);

namespace App\Record;

use App\Account\Account;
use App\Band\DemoPart;
use App\Desk\Desk;
use App\Desk\DeskState;
use Doctrine\ORM\EntityManagerInterface;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Record\PassOff;
use SwiftReed\Record\RequirementLists;
use SwiftReed\Record\Rubric;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/**
 * Invented record for the demonstration: the first benchmark, of which each player has passed something.
 */
#[AsTaggedItem(priority: 10)]
final class DemoRecord implements DemoPart
{
    private const LIST = 'first-benchmark';
    /**
     * Of each player in turn: the requirements that were heard; passed at this tempo, not yet at a negative one, not
     * heard at 0.
     */
    private const HEARD = [
        [72, 66, 60, 0], [60, 0, 0, 0], [80, -54, 0, 0], [66, 60, 72, 76], [0, 0, 0, 0], [63, -50, 60, 0],
        [-48, -44, 0, 0],
    ];

    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly RequirementLists $lists,
        private readonly Desk $desk,
    ) {
    }

    public function load(array $chairs, Account $director, array $demo): void
    {
        $remark = \is_string($demo['remark'] ?? null) ? $demo['remark'] : '';
        $shipped = $this->lists->shipped()[self::LIST];
        $this->entities->persist(new OwnList($shipped->name.' (example)', implode("\n", $shipped->rows)));
        $requirements = $this->lists->requirements($shipped->rows);
        foreach ($chairs as $k => $chair) {
            foreach (self::HEARD[$k % \count(self::HEARD)] as $n => $tempo) {
                if (0 === $tempo) {
                    continue;
                }
                $requirement = $requirements[$n];
                $line = $requirement->at((string) abs($tempo));
                $entry = new RecordEntry(
                    $chair,
                    $line,
                    $requirement->inMemory,
                    $tempo > 0 ? RecordEntry::PASSED : RecordEntry::NOT_YET,
                    $tempo > 0 ? '' : $remark,
                    $director->getId(),
                    $director->getName(),
                );
                if ($tempo < 0) {
                    try {
                        $passOff = PassOff::of(
                            $this->desk->part(DeskState::of(['line' => $requirement->text])->forPlayer($chair)),
                            ['pressed' => [['note' => 3, 'kind' => 'wrong']], 'uneven' => 1],
                        );
                        $entry->judge(
                            $passOff,
                            Rubric::usual()->mark($passOff->presses(), $requirement->reached((string) -$tempo))->mark,
                            null,
                        );
                    } catch (Mistake) {
                        continue; // not on this instrument
                    }
                }
                $this->entities->persist($entry);
            }
        }
        $this->entities->flush();
    }
}
