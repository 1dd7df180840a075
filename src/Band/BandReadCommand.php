<?php

declare(strict_types=1);

namespace App\Band;

use App\Shared\Failure;
use SwiftReed\Import\ImportError;
use SwiftReed\Import\PlayerList;
use SwiftReed\Import\PlayerRow;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('band:read', 'How each row of a list of players is understood')]
final class BandReadCommand extends Command
{
    public function __construct(private readonly PlayerList $list)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('file', InputArgument::REQUIRED, 'CSV or lines of text, for example players.csv')
            ->addOption('format', null, InputOption::VALUE_REQUIRED, 'json or text', 'json');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $file = $input->getArgument('file');
        $text = \is_string($file) && is_file($file)
            ? @file_get_contents($file, length: PlayerList::MOST_BYTES + 1)
            : false;
        if (false === $text) {
            return Failure::say(
                $output,
                \sprintf(
                    '"%s" was read; expected a file with a list of players, for example players.csv with the line "Ada, flute, first year".',
                    \is_string($file) ? $file : '',
                ),
            );
        }
        try {
            $format = Failure::oneOf('format', $input->getOption('format'), ['json', 'text']);
            $rows = $this->list->read($text);
        } catch (\InvalidArgumentException|ImportError $error) {
            return Failure::say($output, $error->getMessage());
        }
        if ('json' === $format) {
            $output->write(
                json_encode(
                    [
                        'version' => 1,
                        'rows' => array_map(
                            static fn (PlayerRow $row): array => ['read_as' => $row->toArray(), 'doubt' => $row->doubt],
                            $rows,
                        ),
                    ],
                    \JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR,
                )."\n",
                false,
                OutputInterface::OUTPUT_RAW,
            );
        } else {
            foreach ($rows as $row) {
                $output->writeln(
                    \sprintf(
                        '%-24s %-20s %-10s %s',
                        $row->name,
                        $row->instrument ?? '?',
                        $row->stage->value,
                        null === $row->doubt ? '' : '? '.$row->doubt,
                    ),
                    OutputInterface::OUTPUT_RAW,
                );
            }
        }

        return Command::SUCCESS;
    }
}
