<?php

declare(strict_types=1);

namespace App\LookUp;

use App\Shared\Failure;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Packet\PacketFamily;
use SwiftReed\Packet\PacketTable;
use SwiftReed\Pitch\KeySignature;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('keys:table', 'The twelve packet lines for every transposition')]
final class KeysTableCommand extends Command
{
    public function __construct(private readonly InstrumentLibrary $instruments)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addOption('format', null, InputOption::VALUE_REQUIRED, 'text or json', 'text');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        try {
            $format = Failure::oneOf('format', $input->getOption('format'), ['text', 'json']);
        } catch (\InvalidArgumentException $error) {
            return Failure::say($output, $error->getMessage());
        }
        $families = PacketTable::families(array_map(
            fn (string $id): Instrument => $this->instruments->instrument($id),
            $this->instruments->ids(),
        ));
        $output->write(
            'json' === $format ? $this->json($families) : $this->text($families),
            false,
            OutputInterface::OUTPUT_RAW,
        );

        return Command::SUCCESS;
    }

    /** @param list<PacketFamily> $families */
    private function text(array $families): string
    {
        $text = str_pad('line', 6).str_pad('concert', 9);
        foreach ($families as $family) {
            $text .= self::padded('in '.$family->ownCSounds->sign(), 12);
        }
        $text = rtrim($text)."\n";
        foreach (PacketTable::lines() as $line => $concert) {
            $row = str_pad((string) $line, 6).self::padded($concert->sign(), 9);
            foreach ($families as $family) {
                $written = PacketTable::written($concert, $family);
                $fifths = $written->key->fifths();
                $row .= self::padded(
                    $written->key->tonic->sign().' '.(
                        0 === $fifths ? '0' : abs($fifths).($fifths > 0 ? '♯' : '♭')
                    ).($written->respelled ? ' *' : ''),
                    12,
                );
            }
            $text .= rtrim($row)."\n";
        }

        return $text."* respelled: the plainer signature\n";
    }

    private static function padded(string $text, int $width): string
    {
        return $text.str_repeat(' ', max(0, $width - mb_strlen($text)));
    }

    /** @param list<PacketFamily> $families */
    private function json(array $families): string
    {
        $lines = [];
        foreach (PacketTable::lines() as $line => $concert) {
            $cells = [];
            foreach ($families as $family) {
                $written = PacketTable::written($concert, $family);
                $cells[] = [
                    'family' => $family->ownCSounds->text(),
                    'tonic' => $written->key->tonic->text(),
                    'mode' => 'major',
                    'fifths' => $written->key->fifths(),
                    'signature' => array_map(
                        static fn ($note): string => $note->text(),
                        KeySignature::of($written->key->fifths())->alteredNotes(),
                    ),
                    'respelled' => $written->respelled,
                    'why' => '' === $written->why ? null : $written->why,
                ];
            }
            $lines[] = [
                'line' => $line,
                'concert' => $concert->text(),
                'fifths' => $concert->fifths(),
                'written' => $cells,
            ];
        }

        return json_encode([
            'version' => 1,
            'families' => array_map(static fn (PacketFamily $family): array => [
                'family' => $family->ownCSounds->text(),
                'own_c_line' => PacketTable::lineOfOwnKey(
                    \SwiftReed\Pitch\NoteName::parse('C'),
                    $family->transposition(),
                ),
                'instruments' => array_map(
                    static fn (Instrument $instrument): string => $instrument->id,
                    $family->instruments,
                ),
            ], $families),
            'lines' => $lines,
        ], \JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR)."\n";
    }
}
