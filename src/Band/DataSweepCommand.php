<?php

declare(strict_types=1);

namespace App\Band;

use App\Account\Account;
use App\Account\Mailbox;
use App\Engraving\KeptFiles;
use App\Shared\Audit;
use App\Shared\Sweeps;
use App\Shared\Words;
use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

/**
 * Lets go of what need not be kept: bands whose time is over, what was removed a month ago, old tries, codes and
 * sessions. bin/start does it once a day.
 */
#[AsCommand('data:sweep', 'Lets go of data whose time is over, and writes a letter a month before')]
final class DataSweepCommand extends Command
{
    /** Days for which the audit of an installation is kept. */
    private const AUDIT_DAYS = 800;
    /** Of the advisory lock: any number that nobody else takes. */
    private const LOCK = 7_240_331;
    private const ANNOUNCED = 'end of the data announced';
    /** A letter about the end of a band "b", written since it was last used. */
    private const ANNOUNCEMENT = 'EXISTS (SELECT 1 FROM audit a WHERE a.what = :what AND a.subject = CAST(b.id AS text) AND a.at >= b.used_on %s)';

    /** @param iterable<Sweeps> $sweeps */
    public function __construct(
        private readonly Connection $database,
        private readonly EntityManagerInterface $entities,
        private readonly Mailbox $mailbox,
        private readonly KeptFiles $caches,
        private readonly Audit $audit,
        private readonly Words $words,
        #[AutowireIterator(Sweeps::class)]
        private readonly iterable $sweeps,
    ) {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        // Each machine looks after its own files; what is in the database is swept by one of them at a time.
        $this->caches->sweep();
        if (true !== $this->database->fetchOne('SELECT pg_try_advisory_lock(:key)', ['key' => self::LOCK])) {
            $output->writeln('Another machine is sweeping the database just now.');

            return Command::SUCCESS;
        }
        try {
            return $this->sweep($output);
        } finally {
            $this->database->executeStatement('SELECT pg_advisory_unlock(:key)', ['key' => self::LOCK]);
        }
    }

    private function sweep(OutputInterface $output): int
    {
        $warned = 0;
        foreach ($this->ending() as $row) {
            $director = $this->entities->find(Account::class, $row['owner']);
            if (
                null !== $director
                && $this->mailbox->write(
                    $director,
                    $this->words->say('letter.end'),
                    $this->words->say('letter.end_text', ['%band%' => $row['name'], '%day%' => $row['ends']]),
                )
            ) {
                $this->audit->note(self::ANNOUNCED, $row['id']);
                ++$warned;
            }
        }
        // However long the machine was off: nothing ends before its letter has lain there for a month.
        $ended = $this->database->executeStatement(
            'WITH ended AS (DELETE FROM band b WHERE (used_on + kept_days < CURRENT_DATE AND NOT is_demo AND '.\sprintf(
                self::ANNOUNCEMENT,
                'AND a.at < now() - make_interval(days => :days)',
            ).') OR removed_at < now() - INTERVAL \''.Trash::KEPT.'\' RETURNING id) INSERT INTO erasure (kind, subject) SELECT \'band\', id FROM ended',
            ['what' => self::ANNOUNCED, 'days' => Band::WARNED_DAYS],
        );
        foreach ([
            'DELETE FROM saved_study WHERE deleted_at < now() - INTERVAL \''.Trash::KEPT.'\'',
            'DELETE FROM one_time_code WHERE ends_at < now()',
            'DELETE FROM sessions WHERE sess_lifetime < EXTRACT(EPOCH FROM now())',
            'DELETE FROM player_sign_in s WHERE NOT EXISTS (SELECT 1 FROM player p WHERE p.sign_in_id = s.id)',
            'DELETE FROM letter WHERE written_at < now() - INTERVAL \''.self::AUDIT_DAYS.' days\'',
            'DELETE FROM audit WHERE at < now() - INTERVAL \''.self::AUDIT_DAYS.' days\'',
        ] as $sweep) {
            $this->database->executeStatement($sweep);
        }
        foreach ($this->sweeps as $one) {
            $one->sweep();
        }
        $output->writeln(\sprintf('%d letters written, %d bands ended.', $warned, $ended));

        return Command::SUCCESS;
    }

    /**
     * @return list<array{id: string, owner: string, name: string, ends: string}> bands that end within a month,
     *  or should have, and have had no letter since they were last used
     */
    private function ending(): array
    {
        /** @var list<array{id: string, owner: string, name: string, ends: string}> $rows */
        $rows = $this->database->fetchAllAssociative(
            "SELECT b.id, owner_id AS owner, name, to_char(GREATEST(used_on + kept_days, CURRENT_DATE + CAST(:days AS int)), 'FMDD FMMonth YYYY') AS ends FROM band b WHERE used_on + kept_days <= CURRENT_DATE + CAST(:days AS int) AND removed_at IS NULL AND NOT is_demo AND NOT ".\sprintf(
                self::ANNOUNCEMENT,
                '',
            ),
            ['what' => self::ANNOUNCED, 'days' => Band::WARNED_DAYS],
        );

        return $rows;
    }
}
