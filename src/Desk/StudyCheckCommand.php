<?php

declare(strict_types=1);

namespace App\Desk;

use App\Shared\Failure;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Line\KeyOrder;
use SwiftReed\Score\PartBuilder;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('study:check', 'Prints a study line in its canonical form, or says what is wrong with it and where')]
final class StudyCheckCommand extends Command
{
    public function __construct(private readonly PartBuilder $parts)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('line', InputArgument::REQUIRED, 'the study line');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $said = $input->getArgument('line');
        try {
            $line = $this->parts->parser->parse(\is_string($said) ? $said : '');
            foreach ((new KeyOrder($this->parts->scales))->lines($line) as $one) {
                $this->parts->check($one);
            }
        } catch (Mistake $error) {
            return Failure::say($output, $error->getMessage());
        }
        $output->writeln($line->text(), OutputInterface::OUTPUT_RAW);

        return Command::SUCCESS;
    }
}
