<?php

declare(strict_types=1);

namespace App\Record;

use App\Shared\Failure;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Record\Meeting;
use SwiftReed\Score\PartBuilder;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('record:meets', 'Says whether what was played meets what was asked for')]
final class RecordMeetsCommand extends Command
{
    public function __construct(private readonly PartBuilder $parts, private readonly InstrumentLibrary $instruments)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument(
            'asked',
            InputArgument::REQUIRED,
            'a study line with its tempo, for example "concert F major, quarters, quarter = 80"',
        )
            ->addArgument(
                'done',
                InputArgument::REQUIRED,
                'what was played, for example "concert F major, 2 octaves, eighths, quarter = 40"',
            )
            ->addOption(
                'for',
                null,
                InputOption::VALUE_REQUIRED,
                'the instrument, where one line names concert keys and the other the player\'s own',
                '',
            )
            ->addOption('asked-memory', null, InputOption::VALUE_NONE, 'it was asked for from memory')
            ->addOption('done-memory', null, InputOption::VALUE_NONE, 'it was played from memory')
            ->addOption('packet-folds', null, InputOption::VALUE_NONE, 'the packet folds this part');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $text = static fn (mixed $read): string => \is_string($read) ? $read : '';
        try {
            $for = $text($input->getOption('for'));
            $asked = $this->parts->reader->read($text($input->getArgument('asked')));
            $done = $this->parts->reader->read($text($input->getArgument('done')));
            $for = '' === $for ? $asked->player ?? $done->player ?? '' : $for;
            $meeting = Meeting::of(
                $asked->line,
                $done->line,
                $this->parts,
                '' === $for ? null : $this->instruments->instrument($for),
                true === $input->getOption('asked-memory'),
                true === $input->getOption('done-memory'),
                true === $input->getOption('packet-folds'),
            );
        } catch (Mistake|\InvalidArgumentException $error) {
            return Failure::say($output, $error->getMessage());
        }
        $speeds = null === $meeting->speeds
            ? []
            : ['notes_a_minute' => ['asked' => $meeting->speeds[0], 'done' => $meeting->speeds[1]]];
        $output->write(
            json_encode(
                ['version' => 1, 'meets' => $meeting->meets, 'because' => $meeting->says()] + $speeds,
                \JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_THROW_ON_ERROR,
            )."\n",
            false,
            OutputInterface::OUTPUT_RAW,
        );

        return Command::SUCCESS;
    }
}
