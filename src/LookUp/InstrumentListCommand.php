<?php

declare(strict_types=1);

namespace App\LookUp;

use App\Shared\Failure;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Player\Range;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('instrument:list', 'Every instrument with its transposition, clef, ranges and set-ups')]
final class InstrumentListCommand extends Command
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
        $entries = [];
        $text = '';
        foreach ($this->instruments->ids() as $id) {
            $instrument = $this->instruments->instrument($id);
            $setups = $this->instruments->setups($id);
            $entries[] = [
                'id' => $id,
                'name' => $instrument->name,
                'family' => $instrument->family,
                'clef' => $instrument->clef,
                'written_above_sounding' => $instrument->transposition->halfSteps(),
                'own_c_sounds' => $instrument->transposition->ownCSounds()->text(),
                'mechanism' => $instrument->mechanism()->kind()->value,
                'ranges' => array_map(
                    static fn (Range $range): array => [$range->lowest->text(), $range->highest->text()],
                    array_diff_key($instrument->range, ['well' => true]),
                ),
                'setups' => array_keys($setups),
            ];
            $text .= rtrim(\sprintf(
                '%-22s %-28s %-10s %s',
                $id,
                $instrument->name.str_repeat(' ', max(0, 28 - mb_strlen($instrument->name))),
                $instrument->range['full']->spoken(),
                implode(', ', array_keys($setups)),
            ))."\n";
        }
        $json = json_encode(
            ['version' => 1, 'instruments' => $entries],
            \JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR,
        )."\n";
        $output->write('json' === $format ? $json : $text, false, OutputInterface::OUTPUT_RAW);

        return Command::SUCCESS;
    }
}
