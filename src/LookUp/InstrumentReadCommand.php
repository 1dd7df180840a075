<?php

declare(strict_types=1);

namespace App\LookUp;

use App\Shared\Failure;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Packet\StandardReading;
use SwiftReed\Player\Stage;
use SwiftReed\Score\PartBuilder;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

/**
 * For a teacher's eye: over the standard lines of a stage, every choice that is not the usual fingering, with the
 * occasion and the reason.
 */
#[AsCommand('instrument:read', 'The choices that are not the usual fingering over the standard lines of a stage')]
final class InstrumentReadCommand extends Command
{
    public function __construct(private readonly PartBuilder $parts, private readonly InstrumentLibrary $instruments)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('instrument', InputArgument::REQUIRED, 'for example trombone')
            ->addOption('setup', null, InputOption::VALUE_REQUIRED, 'set-ups, separated by commas', '')
            ->addOption('stage', null, InputOption::VALUE_REQUIRED, 'first, developing or full', 'first')
            ->addOption('format', null, InputOption::VALUE_REQUIRED, 'text or json', 'text');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        try {
            $format = Failure::oneOf('format', $input->getOption('format'), ['text', 'json']);
            $stage = Stage::from(Failure::oneOf(
                'stage',
                $input->getOption('stage'),
                array_column(Stage::cases(), 'value'),
            ));
            $instrument = $this->instruments->instrument($input->getArgument('instrument'), Failure::setups($input));
        } catch (\InvalidArgumentException $error) {
            return Failure::say($output, $error->getMessage());
        }
        $reading = StandardReading::of($this->parts, $instrument, $stage);
        if ('json' === $format) {
            $output->write(
                json_encode(
                    [
                        'version' => 1,
                        'instrument' => [
                            'id' => $instrument->id,
                            'name' => $instrument->name,
                            'setup' => $instrument->setup,
                        ],
                        'stage' => $stage->value,
                        'lines' => $reading->lines,
                        'notes' => $reading->notes,
                        'choices' => $reading->choices,
                    ],
                    \JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR,
                )."\n",
                false,
                OutputInterface::OUTPUT_RAW,
            );

            return Command::SUCCESS;
        }
        $text = \sprintf(
            "%s, %s: %d lines, %d notes, %d not in the usual fingering\n",
            $instrument->name,
            $stage->spoken(),
            $reading->lines,
            $reading->notes,
            array_sum(array_column($reading->choices, 'times')),
        );
        foreach ($reading->choices as $choice) {
            $text .= \sprintf(
                "%4d × %-4s %s\n         on: %s\n         why: %s\n         first in: %s, note %d\n",
                $choice['times'],
                $choice['written'],
                $choice['fingering'],
                $choice['occasion'],
                $choice['why'],
                $choice['line'],
                $choice['note'],
            );
        }
        $output->write($text, false, OutputInterface::OUTPUT_RAW);

        return Command::SUCCESS;
    }
}
