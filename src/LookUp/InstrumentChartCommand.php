<?php

declare(strict_types=1);

namespace App\LookUp;

use App\Shared\Failure;
use SwiftReed\Explain\OccasionWords;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Instrument\Occasion;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\Stage;
use SwiftReed\Score\Format\JsonWriter;
use SwiftReed\Words\Catalogue;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('instrument:chart', 'The fingerings of an instrument over its full range')]
final class InstrumentChartCommand extends Command
{
    public function __construct(private readonly InstrumentLibrary $instruments)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('instrument', InputArgument::REQUIRED, 'for example clarinet-bb')
            ->addOption('setup', null, InputOption::VALUE_REQUIRED, 'set-ups, separated by commas', '')
            ->addOption('format', null, InputOption::VALUE_REQUIRED, 'text or json', 'text');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        try {
            $format = Failure::oneOf('format', $input->getOption('format'), ['text', 'json']);
            $instrument = $this->instruments->instrument($input->getArgument('instrument'), Failure::setups($input));
        } catch (\InvalidArgumentException $error) {
            return Failure::say($output, $error->getMessage());
        }
        $output->write(
            'json' === $format ? $this->json($instrument) : $this->text($instrument),
            false,
            OutputInterface::OUTPUT_RAW,
        );

        return Command::SUCCESS;
    }

    /** When it is used, in general. */
    private static function when(Instrument $instrument, Fingering $fingering): string
    {
        return Catalogue::english()->say((new OccasionWords($instrument, true))->general($fingering));
    }

    private function text(Instrument $instrument): string
    {
        $text = $instrument->name.([] === $instrument->setup ? '' : ', '.implode(', ', $instrument->setup))."\n";
        foreach (self::notes($instrument) as [$sharp, $flat]) {
            $name = $sharp->sign().($sharp->equals($flat) ? '' : '/'.$flat->sign());
            foreach ($instrument->fingerings($sharp) as $i => $fingering) {
                $details = array_filter([
                    0 === $i ? '' : $fingering->use->value,
                    self::when($instrument, $fingering),
                    $fingering->isDerived() ? \sprintf('%+.1f cents', $fingering->cents) : '',
                ]);
                $text .= rtrim((
                    0 === $i ? $name.str_repeat(' ', max(1, 10 - mb_strlen($name))) : str_repeat(' ', 10)
                ).str_pad($fingering->text, 34).implode('; ', $details))."\n";
            }
        }

        return $text;
    }

    private function json(Instrument $instrument): string
    {
        $notes = [];
        foreach (self::notes($instrument) as [$sharp, $flat]) {
            $notes[] = [
                'written' => $sharp->text(),
                'also' => $sharp->equals($flat) ? null : $flat->text(),
                'midi' => $instrument->transposition->sounding($sharp)->midi(),
                'register' => $instrument->register($sharp),
                'fingerings' => array_map(
                    static fn (Fingering $fingering): array => JsonWriter::fingering($fingering) + [
                        'name' => '' === $fingering->name ? null : $fingering->name,
                        'when' => '' === self::when($instrument, $fingering)
                            ? null
                            : self::when($instrument, $fingering),
                        'may' => array_map(static fn (Occasion $one): string => $one->text, $fingering->may),
                        'always' => array_map(static fn (Occasion $one): string => $one->text, $fingering->always),
                        'indifferent' => $fingering->indifferent,
                        'momentary' => $fingering->momentary,
                    ],
                    $instrument->fingerings($sharp),
                ),
            ];
        }

        return json_encode([
            'version' => 1,
            'instrument' => ['id' => $instrument->id, 'name' => $instrument->name, 'setup' => $instrument->setup],
            'notes' => $notes,
        ], \JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR)."\n";
    }

    /** @return list<array{Pitch, Pitch}> every half step of the full range, named with a sharp and with a flat */
    private static function notes(Instrument $instrument): array
    {
        $range = $instrument->range[Stage::Full->value];
        $notes = [];
        foreach ($range->pitches() as $pitch) {
            $notes[] = [$pitch, Pitch::plain($pitch->midi(), false)];
        }

        return $notes;
    }
}
