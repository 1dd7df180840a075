<?php

declare(strict_types=1);

namespace App\Band;

use App\Shared\Failure;
use Doctrine\DBAL\Connection;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\Uid\Uuid;

/**
 * What was erased for good does not come back with an old backup.
 */
#[AsCommand('data:erase-again', 'Erases anew what a list of erasures names: "player" or "band" and an id in each line')]
final class EraseAgainCommand extends Command
{
    public function __construct(private readonly Connection $database)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('file', InputArgument::REQUIRED, 'the list that lies beside a backup');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $file = $input->getArgument('file');
        $lines = \is_string($file) && is_file($file)
            ? file($file, \FILE_IGNORE_NEW_LINES | \FILE_SKIP_EMPTY_LINES)
            : false;
        if (false === $lines) {
            return Failure::say(
                $output,
                \sprintf(
                    '"%s" was read; expected a list of erasures, for example backup.dump.erased.',
                    \is_string($file) ? $file : '',
                ),
            );
        }
        $count = 0;
        foreach (array_unique($lines) as $line) {
            [$kind, $id] = [...explode(' ', $line, 2), ''];
            if (!\in_array($kind, ['player', 'band'], true) || !Uuid::isValid($id)) {
                continue;
            }
            $count += (int) $this->database->executeStatement(
                \sprintf('DELETE FROM %s WHERE id = :id', $kind),
                ['id' => $id],
            );
            $this->database->executeStatement('DELETE FROM removed WHERE rows::text LIKE :id', ['id' => '%'.$id.'%']);
            $this->database->executeStatement(
                'INSERT INTO erasure (kind, subject) SELECT :kind, CAST(:id AS uuid) WHERE NOT EXISTS (SELECT 1 FROM erasure WHERE subject = :id)',
                ['kind' => $kind, 'id' => $id],
            );
        }
        $output->writeln(\sprintf('%d erased again.', $count));

        return Command::SUCCESS;
    }
}
