<?php

declare(strict_types=1);

namespace App\Desk;

use SwiftReed\Line\GrammarDoc;
use SwiftReed\Line\Parser;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand(
    'docs:study-line',
    'Prints the description of the study line: bin/console docs:study-line > docs/study-line.md',
)]
final class DocsStudyLineCommand extends Command
{
    public function __construct(private readonly Parser $parser)
    {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $output->write(
            GrammarDoc::markdown($this->parser->grammar(), $this->parser->scales, $this->parser->groups),
            false,
            OutputInterface::OUTPUT_RAW,
        );

        return Command::SUCCESS;
    }
}
