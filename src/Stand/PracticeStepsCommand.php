<?php

declare(strict_types=1);

namespace App\Stand;

use App\Shared\Failure;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Line\KeyOrder;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Stage;
use SwiftReed\Practice\BuildUp;
use SwiftReed\Practice\PracticeError;
use SwiftReed\Practice\Rungs;
use SwiftReed\Practice\Step;
use SwiftReed\Practice\StepBuilder;
use SwiftReed\Practice\StepsJson;
use SwiftReed\Score\PartBuilder;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('practice:steps', 'Says in which steps a line is learnt')]
final class PracticeStepsCommand extends Command
{
    public function __construct(
        private readonly PartBuilder $parts,
        private readonly InstrumentLibrary $instruments,
        private readonly StepBuilder $steps,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument(
            'line',
            InputArgument::REQUIRED,
            'the study line, for example "concert F major, then arpeggio"',
        )
            ->addOption('for', null, InputOption::VALUE_REQUIRED, 'the instrument, for example clarinet-bb')
            ->addOption('setup', null, InputOption::VALUE_REQUIRED, 'set-ups, separated by commas', '')
            ->addOption('stage', null, InputOption::VALUE_REQUIRED, 'first, developing or full', 'full')
            ->addOption(
                'way',
                null,
                InputOption::VALUE_REQUIRED,
                'how the line is built up: '.implode(
                    ', ',
                    array_column(BuildUp::cases(), 'value'),
                ).'; the first note for first-year players, chunks for others',
            )
            ->addOption(
                'new',
                null,
                InputOption::VALUE_REQUIRED,
                'written notes that the player does not know yet, separated by commas, for example Bb4; with it the way begins there',
                '',
            )
            ->addOption(
                'rungs',
                null,
                InputOption::VALUE_REQUIRED,
                'the ladder, for example "60,80,100,120" or "from 52 by 4 to 96"',
                '',
            )
            ->addOption(
                'key',
                null,
                InputOption::VALUE_REQUIRED,
                'which key of a line in several keys, counted from 1',
                '1',
            )
            ->addOption('format', null, InputOption::VALUE_REQUIRED, 'json or text', 'json');
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
            $format = Failure::oneOf('format', $option('format'), ['json', 'text']);
            $stage = Stage::from(Failure::oneOf('stage', $option('stage'), array_column(Stage::cases(), 'value')));
            $new = array_map(
                Pitch::parse(...),
                array_values(array_filter(
                    preg_split('/[,;\s]+/', $option('new')) ?: [],
                    static fn (string $one): bool => '' !== $one,
                )),
            );
            $way = match (true) {
                '' !== $option('way') => BuildUp::from(Failure::oneOf(
                    'way',
                    $option('way'),
                    array_column(BuildUp::cases(), 'value'),
                )),
                [] !== $new => BuildUp::NewNote,
                default => null,
            };
            $lines = (new KeyOrder($this->parts->scales))->lines($understood->line);
            $key = filter_var($option('key'), \FILTER_VALIDATE_INT);
            $one = $lines[(false === $key ? 0 : $key) - 1]
                ?? throw PracticeError::noSuchKey(false === $key ? 0 : $key, \count($lines));
            $steps = $this->steps->steps(
                $one,
                $this->instruments->instrument($for, Failure::setups($input)),
                new PlayerSettings($stage),
                $way,
                $new,
                '' === $option('rungs') ? null : Rungs::parse($option('rungs')),
            );
        } catch (Mistake|\InvalidArgumentException $error) {
            return Failure::say($output, $error->getMessage());
        }
        if ('json' === $format) {
            $output->write(
                json_encode(
                    StepsJson::data($steps) + ['key' => (int) $key, 'keys' => \count($lines)],
                    \JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_THROW_ON_ERROR,
                )."\n",
                false,
                OutputInterface::OUTPUT_RAW,
            );

            return Command::SUCCESS;
        }
        foreach ($steps->steps as $i => $step) {
            $output->writeln(
                \sprintf('%3d  %-12s %s  %s', $i + 1, $step->kind->value, self::how($step), $step->attend),
                OutputInterface::OUTPUT_RAW,
            );
        }

        return Command::SUCCESS;
    }

    private static function how(Step $step): string
    {
        return \sprintf(
            '%-11s %-9s %-10s',
            $step->from === $step->to
                ? 'note '.($step->from + 1)
                : \sprintf('notes %d–%d', $step->from + 1, $step->to + 1),
            1 === $step->times ? 'once' : $step->times.' times',
            ($step->isSilent ? 'silent' : '').($step->isTimed ? ($step->isSilent ? ', ' : '').$step->bpm : ''),
        );
    }
}
