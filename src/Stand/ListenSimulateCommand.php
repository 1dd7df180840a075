<?php

declare(strict_types=1);

namespace App\Stand;

use App\Shared\Failure;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Listening\Expected;
use SwiftReed\Listening\ListeningFigures;
use SwiftReed\Listening\PlayedFaults;
use SwiftReed\Listening\SimulatedPlayer;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Stage;
use SwiftReed\Score\PartBuilder;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('listen:simulate', 'Plays a study line with set faults, as frames of a pitch tracker')]
final class ListenSimulateCommand extends Command
{
    public function __construct(
        private readonly PartBuilder $parts,
        private readonly InstrumentLibrary $instruments,
        private readonly ListeningFigures $figures,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument(
            'line',
            InputArgument::REQUIRED,
            'the study line, for example "concert F major, eighths, quarter = 72"',
        )
            ->addOption('for', null, InputOption::VALUE_REQUIRED, 'the instrument, for example clarinet-bb', '')
            ->addOption('setup', null, InputOption::VALUE_REQUIRED, 'set-ups, separated by commas', '')
            ->addOption('stage', null, InputOption::VALUE_REQUIRED, 'first, developing or full', 'full')
            ->addOption(
                'faults',
                null,
                InputOption::VALUE_REQUIRED,
                'for example "tempo 96; drift 3; late 5 120; wrong 4 D5; missing 6; flat 7 30; uneven 8; restart 9; breathy; octave-slips 1; noise 2"',
                '',
            )
            ->addOption('seed', null, InputOption::VALUE_REQUIRED, 'the same gives the same take', '1');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $option = static fn (string $name): string => \is_string($input->getOption(
            $name,
        )) ? trim($input->getOption($name)) : '';
        try {
            $line = $input->getArgument('line');
            $understood = $this->parts->reader->read(\is_string($line) ? $line : '');
            $for = '' === $option('for')
                ? $understood->player
                    ?? throw new \InvalidArgumentException(
                        'The option --for is missing; expected an instrument, for example --for=clarinet-bb.',
                    )
                : $option('for');
            $stage = Stage::from(Failure::oneOf('stage', $option('stage'), array_column(Stage::cases(), 'value')));
            $seed = filter_var($option('seed'), \FILTER_VALIDATE_INT, ['options' => ['min_range' => 0]]);
            if (false === $seed) {
                throw new \InvalidArgumentException(\sprintf(
                    '--seed=%s was read; expected a whole number, for example --seed=1.',
                    mb_substr($option('seed'), 0, 40),
                ));
            }
            $expected = Expected::of(
                $this->parts->build(
                    $understood->line,
                    $this->instruments->instrument($for, Failure::setups($input)),
                    new PlayerSettings($stage),
                ),
                $this->figures,
            );
            $frames = SimulatedPlayer::frames(
                $expected,
                PlayedFaults::read($option('faults'), \count($expected->notes)),
                $seed,
            );
        } catch (Mistake|\InvalidArgumentException $error) {
            return Failure::say($output, $error->getMessage());
        }
        $output->write(
            json_encode(['version' => 1] + $frames->data(), \JSON_THROW_ON_ERROR)."\n",
            false,
            OutputInterface::OUTPUT_RAW,
        );

        return Command::SUCCESS;
    }
}
