<?php

declare(strict_types=1);

namespace App\Packets;

use App\Shared\Failure;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Packet\Moment;
use SwiftReed\Packet\ScoreBuilder;
use SwiftReed\Packet\Spot;
use SwiftReed\Score\PartBuilder;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('study:at', 'Says what everybody has at a note of a line')]
final class StudyAtCommand extends Command
{
    public function __construct(private readonly PartBuilder $parts, private readonly BandFile $files)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument(
            'line',
            InputArgument::REQUIRED,
            'the study line, for example "concert C major, keys by fourths"',
        )
            ->addOption('band', null, InputOption::VALUE_REQUIRED, 'a band file, for example band.yaml')
            ->addOption(
                'for',
                null,
                InputOption::VALUE_REQUIRED,
                'or instruments, divided by commas, for example flute,horn-f,tuba-bbb',
            )
            ->addOption(
                'place',
                null,
                InputOption::VALUE_REQUIRED,
                'for example "line 6 note 7" or "bar 2 note 3"',
                'note 1',
            )
            ->addOption('format', null, InputOption::VALUE_REQUIRED, 'json or text', 'json');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        try {
            $format = Failure::oneOf('format', $input->getOption('format'), ['json', 'text']);
            $place = $input->getOption('place');
            $spot = Spot::parse(\is_string($place) ? $place : '');
            $players = StudyScoreCommand::players($input, $this->files);
            $line = $input->getArgument('line');
            $scores = (new ScoreBuilder($this->parts))->scores(
                [$this->parts->reader->read(\is_string($line) ? $line : '')->line],
                $players,
            );
            if ([] === $scores->scores) {
                return Failure::say($output, array_values($scores->left)[0]);
            }
            $moment = Moment::at($scores->scores, $spot);
        } catch (Mistake|\InvalidArgumentException $error) {
            return Failure::say($output, $error->getMessage());
        }
        $rows = $moment->rows();
        if ('json' === $format) {
            $at = array_map(static fn (array $row): array => array_diff_key($row, ['signs' => 1]), $rows);
            foreach ($scores->left as $player => $why) {
                $at[] = [
                    'player' => (string) $player, 'written' => null, 'sounding' => null, 'fingering' => null,
                    'because' => $why,
                ];
            }
            $output->write(
                json_encode(
                    [
                        'version' => 1, 'line' => $moment->score->number, 'bar' => $moment->bar,
                        'note' => $moment->note, 'note_in_bar' => $moment->inBar, 'at' => $at,
                    ],
                    \JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_THROW_ON_ERROR,
                )."\n",
                false,
                OutputInterface::OUTPUT_RAW,
            );
        } else {
            foreach ($rows as $row) {
                $output->writeln(
                    \sprintf(
                        '%-24s %-6s %-6s %s',
                        $row['player'],
                        $row['written'] ?? '-',
                        $row['sounding'] ?? '-',
                        $row['fingering'] ?? '',
                    ),
                    OutputInterface::OUTPUT_RAW,
                );
            }
        }

        return Command::SUCCESS;
    }
}
