<?php

declare(strict_types=1);

namespace App\Shared;

use Doctrine\DBAL\Connection;
use Symfony\Component\Console\Application;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\ArrayInput;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

/**
 * What is done once for a database, however many machines come up with it at the same time: the others wait, and find
 * it done.
 */
#[AsCommand('house:prepare', 'Brings the database up to date, and loads the demonstration into an empty one')]
final class HousePrepareCommand extends Command
{
    /** Of the advisory lock: any number that nobody else takes. */
    private const LOCK = 7_240_330;
    /** Seconds for which another machine's migrations are waited for. */
    private const PATIENCE = 600;

    public function __construct(private readonly Connection $database)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addOption('demo', null, InputOption::VALUE_NONE, 'load the made-up band where there is no band yet');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $until = time() + self::PATIENCE;
        while (true !== $this->database->fetchOne('SELECT pg_try_advisory_lock(:key)', ['key' => self::LOCK])) {
            if (time() > $until) {
                return Failure::say(
                    $output,
                    \sprintf(
                        'Another machine has been preparing the database for %d seconds; expected it to be done. See what it does before you start this one again.',
                        self::PATIENCE,
                    ),
                );
            }
            usleep(300_000);
        }
        try {
            $done = $this->perform(
                ['command' => 'doctrine:migrations:migrate', '--allow-no-migration' => true, '-q' => true],
                $output,
            );
            if (Command::SUCCESS === $done && true === $input->getOption('demo')) {
                $done = $this->perform(['command' => 'demo:load', '--if-empty' => true], $output);
            }

            return $done;
        } finally {
            $this->database->executeStatement('SELECT pg_advisory_unlock(:key)', ['key' => self::LOCK]);
        }
    }

    /** @param array<string, string|bool> $what */
    private function perform(array $what, OutputInterface $output): int
    {
        $application = $this->getApplication();
        \assert($application instanceof Application);
        $input = new ArrayInput($what);
        $input->setInteractive(false);
        $quiet = $output->getVerbosity();
        if (isset($what['-q'])) {
            $output->setVerbosity(OutputInterface::VERBOSITY_QUIET);
        }
        try {
            return $application->find((string) $what['command'])->run($input, $output);
        } finally {
            $output->setVerbosity($quiet);
        }
    }
}
