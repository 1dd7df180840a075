<?php

declare(strict_types=1);

namespace App\Command;

use SwiftReed\Line\KeyOrder;
use SwiftReed\Line\Parser;
use SwiftReed\Line\StudyLineError;
use SwiftReed\Pattern\PatternLibrary;
use SwiftReed\Scale\ScaleLibrary;
use SwiftReed\Study\Recipe;
use SwiftReed\Study\StudyError;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('study:check', 'Prints a study line in its canonical form, or says what is wrong with it and where')]
final class StudyCheckCommand extends Command
{
    public function __construct(private readonly Parser $parser, private readonly ScaleLibrary $scales, private readonly PatternLibrary $patterns)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('line', InputArgument::REQUIRED, 'the study line');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        try {
            $line = $this->parser->parse($input->getArgument('line'));
            foreach ((new KeyOrder($this->scales))->lines($line) as $one) {
                Recipe::of($this->parser->parse($one), $this->scales, $this->patterns);
            }
        } catch (StudyLineError|StudyError $error) {
            return Failure::say($output, $error->getMessage());
        }
        $output->writeln($line->text(), OutputInterface::OUTPUT_RAW);

        return Command::SUCCESS;
    }
}
