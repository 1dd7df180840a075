<?php

declare(strict_types=1);

namespace App\Entrance;

use App\Account\AccountRepository;
use App\Account\Codes;
use App\Shared\Failure;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

/**
 * Who sits at the machine itself may let in its first director, and whoever lost the pass phrase.
 */
#[AsCommand('account:code', 'Prints a one-time code for a person who lost the pass phrase, or for the first director')]
final class AccountCodeCommand extends Command
{
    public function __construct(private readonly AccountRepository $accounts, private readonly Codes $codes)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('name', InputArgument::OPTIONAL, 'the name with which the person signs in')
            ->addOption(
                'first',
                null,
                InputOption::VALUE_NONE,
                'the code of the first director; nothing when there is one',
            );
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        if ($input->getOption('first')) {
            if (!$this->accounts->hasKeeper()) {
                $output->writeln($this->codes->make(Codes::FIRST, 24 * 365));
            }

            return Command::SUCCESS;
        }
        $name = $input->getArgument('name');
        $account = \is_string($name) ? $this->accounts->named($name) : null;
        if (null === $account) {
            return Failure::say(
                $output,
                \sprintf(
                    '"%s" was read; expected the name of somebody who signs in here, for example: account:code "Robin Ashe".',
                    \is_string($name) ? $name : '',
                ),
            );
        }
        $output->writeln($this->codes->make(Codes::RESET, Codes::HOURS, $account));

        return Command::SUCCESS;
    }
}
