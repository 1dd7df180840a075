<?php

declare(strict_types=1);

namespace App\Stand;

use App\Shared\Failure;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Practice\PracticeFigures;
use SwiftReed\Practice\Reviews;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('practice:review', 'Says when a key that was learnt returns')]
final class PracticeReviewCommand extends Command
{
    public function __construct(private readonly PracticeFigures $figures)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addOption(
            'results',
            null,
            InputOption::VALUE_REQUIRED,
            'days from early to late, c for clean and m for missed, for example "2026-03-01:c,2026-03-08:m"; the first is the day on which it was learnt',
            '',
        );
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        try {
            $returns = Reviews::usual($this->figures)->returns(Reviews::parse(
                \is_string($input->getOption('results')) ? $input->getOption('results') : '',
            ));
        } catch (Mistake $error) {
            return Failure::say($output, $error->getMessage());
        }
        $output->write(
            json_encode(['version' => 1, 'returns' => $returns->text()], \JSON_THROW_ON_ERROR)."\n",
            false,
            OutputInterface::OUTPUT_RAW,
        );

        return Command::SUCCESS;
    }
}
