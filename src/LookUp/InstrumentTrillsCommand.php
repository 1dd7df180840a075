<?php

declare(strict_types=1);

namespace App\LookUp;

use App\Shared\Failure;
use SwiftReed\Explain\TrillWords;
use SwiftReed\Fingering\Trill;
use SwiftReed\Fingering\TrillBook;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Words\Catalogue;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

/**
 * Every half and whole step with the ways to trill it, the best first; a step that has none says so.
 */
#[AsCommand('instrument:trills', 'Every half and whole step of an instrument with what moves and what stays in its trill')]
final class InstrumentTrillsCommand extends Command
{
    public function __construct(private readonly InstrumentLibrary $instruments)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('instrument', InputArgument::REQUIRED, 'for example flute')
            ->addOption('setup', null, InputOption::VALUE_REQUIRED, 'set-ups, separated by commas', '')
            ->addOption('from', null, InputOption::VALUE_REQUIRED, 'lowest written note, for example D4', '')
            ->addOption('to', null, InputOption::VALUE_REQUIRED, 'highest written note, for example C6', '')
            ->addOption('format', null, InputOption::VALUE_REQUIRED, 'text or json', 'text');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        try {
            $format = Failure::oneOf('format', $input->getOption('format'), ['text', 'json']);
            $instrument = $this->instruments->instrument($input->getArgument('instrument'), Failure::setups($input));
            $from = self::pitch($input->getOption('from'));
            $to = self::pitch($input->getOption('to'));
        } catch (\InvalidArgumentException $error) {
            return Failure::say($output, $error->getMessage());
        }
        $answers = [];
        foreach ((new TrillBook($instrument))->steps($from, $to) as ['low' => $low, 'high' => $high, 'trills' => $all]) {
            foreach ([] === $all ? [null] : $all as $trill) {
                $answers[] = self::answer($instrument, $low, $high, $trill);
            }
        }
        $output->write(
            'json' === $format
                ? json_encode($answers, \JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR)."\n"
                : self::text($answers),
            false,
            OutputInterface::OUTPUT_RAW,
        );

        return Command::SUCCESS;
    }

    private static function pitch(mixed $text): ?Pitch
    {
        return \is_string($text) && '' !== $text ? Pitch::parse($text) : null;
    }

    /**
     * @return array{lower: string, upper: string, hold: list<string>, move: list<string>, hand: string|null,
     *  cents: float|null, good: bool, position: int|null, says: string}
     */
    private static function answer(Instrument $instrument, Pitch $low, Pitch $high, ?Trill $trill): array
    {
        return [
            'lower' => $low->text(),
            'upper' => $high->text(),
            'hold' => $trill->hold ?? [],
            'move' => $trill->move ?? [],
            'hand' => $trill?->hand,
            'cents' => $trill?->cents,
            'good' => null !== $trill,
            'position' => $trill?->above->slide?->position,
            'says' => Catalogue::english()->sentences((new TrillWords($instrument))->says($trill)),
        ];
    }

    /** @param list<array{lower: string, upper: string, says: string}> $answers */
    private static function text(array $answers): string
    {
        $text = '';
        $last = '';
        foreach ($answers as $one) {
            $pair = $one['lower'].' '.$one['upper'];
            $text .= str_pad($pair === $last ? '' : $pair, 10).$one['says']."\n";
            $last = $pair;
        }

        return $text;
    }
}
