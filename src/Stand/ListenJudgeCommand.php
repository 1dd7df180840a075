<?php

declare(strict_types=1);

namespace App\Stand;

use App\Shared\Failure;
use SwiftReed\Import\MidiReader;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\Grammar;
use SwiftReed\Listening\Expected;
use SwiftReed\Listening\Frames;
use SwiftReed\Listening\Judge;
use SwiftReed\Listening\ListeningError;
use SwiftReed\Listening\ListeningFigures;
use SwiftReed\Listening\MidiTake;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Stage;
use SwiftReed\Practice\Rungs;
use SwiftReed\Score\PartBuilder;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('listen:judge', 'Judges what was heard of a study line: frames of a pitch tracker, or a MIDI file')]
final class ListenJudgeCommand extends Command
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
            ->addArgument('file', InputArgument::REQUIRED, 'frames as JSON, or a MIDI file with --midi')
            ->addOption('for', null, InputOption::VALUE_REQUIRED, 'the instrument, for example clarinet-bb', '')
            ->addOption('setup', null, InputOption::VALUE_REQUIRED, 'set-ups, separated by commas', '')
            ->addOption('stage', null, InputOption::VALUE_REQUIRED, 'first, developing or full', 'full')
            ->addOption('midi', null, InputOption::VALUE_NONE, 'the file is a Standard MIDI File')
            ->addOption('reference', null, InputOption::VALUE_REQUIRED, 'hertz of A4, 415 to 466', '440')
            ->addOption(
                'tempo',
                null,
                InputOption::VALUE_REQUIRED,
                'the tempo that was asked for, in beats a minute; as the line has it when it is left out',
                '',
            );
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $option = static fn (string $name): string => \is_string($input->getOption(
            $name,
        )) ? trim($input->getOption($name)) : '';
        $argument = static fn (string $name): string => \is_string($input->getArgument(
            $name,
        )) ? $input->getArgument($name) : '';
        try {
            $understood = $this->parts->reader->read($argument('line'));
            $for = '' === $option('for')
                ? $understood->player
                    ?? throw new \InvalidArgumentException(
                        'The option --for is missing; expected an instrument, for example --for=clarinet-bb.',
                    )
                : $option('for');
            $stage = Stage::from(Failure::oneOf('stage', $option('stage'), array_column(Stage::cases(), 'value')));
            $reference = self::number('reference', $option('reference'), ...Judge::REFERENCE);
            $line = $understood->line;
            if ('' !== $option('tempo')) {
                $unit = $line->phrase(ClauseKind::Tempo, 'quarter');
                $line = $this->parts->parser->parse(\sprintf(
                    '%s, %s = %d',
                    $line->without(ClauseKind::Tempo)->text(),
                    isset(Grammar::UNITS[$unit]) ? $unit : 'quarter',
                    self::number('tempo', $option('tempo'), Rungs::SLOWEST, Rungs::FASTEST),
                ));
            }
            $expected = Expected::of(
                $this->parts->build(
                    $line,
                    $this->instruments->instrument($for, Failure::setups($input)),
                    new PlayerSettings($stage),
                ),
                $this->figures,
            );
            $judge = new Judge($this->figures);
            $bytes = self::bytes($argument('file'));
            $take = true === $input->getOption('midi')
                ? $judge->notes($expected, MidiTake::heard(MidiReader::played($bytes)))
                : $judge->frames($expected, Frames::read($bytes, $this->figures), $reference);
        } catch (Mistake|\InvalidArgumentException $error) {
            return Failure::say($output, $error->getMessage());
        }
        $output->write(
            json_encode(
                $take->data($this->figures),
                \JSON_PRETTY_PRINT | \JSON_PRESERVE_ZERO_FRACTION | \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR,
            )."\n",
            false,
            OutputInterface::OUTPUT_RAW,
        );

        return Command::SUCCESS;
    }

    private static function number(string $name, string $read, float $least, float $most): float
    {
        return is_numeric($read) && (float) $read >= $least && (float) $read <= $most
            ? (float) $read
            : throw new \InvalidArgumentException(\sprintf(
                '--%s=%s was read; expected a number from %s to %s, for example --%1$s=%5$s.',
                $name,
                mb_substr($read, 0, 40),
                $least,
                $most,
                'tempo' === $name ? '72' : '442',
            ));
    }

    /** @throws ListeningError */
    private static function bytes(string $file): string
    {
        $bytes = is_file($file) ? @file_get_contents($file, length: Frames::MOST_BYTES + 1) : false;

        return false === $bytes
            ? throw new \InvalidArgumentException(\sprintf(
                '"%s" cannot be read; expected a file with frames, for example one that listen:simulate wrote.',
                mb_substr($file, 0, 80),
            ))
            : $bytes;
    }
}
