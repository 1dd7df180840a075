<?php

declare(strict_types=1);

namespace App\Packets;

use App\Engraving\EngravingError;
use App\Engraving\Paper;
use App\Engraving\PdfMaker;
use App\Engraving\ScorePages;
use App\Shared\Failure;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Packet\BandPlayer;
use SwiftReed\Packet\BandScores;
use SwiftReed\Packet\FirstTempos;
use SwiftReed\Packet\ScoreBuilder;
use SwiftReed\Packet\ScoreJson;
use SwiftReed\Packet\ScoreText;
use SwiftReed\Score\Format\MidiWriter;
use SwiftReed\Score\Format\MusicXmlWriter;
use SwiftReed\Score\PartBuilder;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand(
    'study:score',
    'Writes a study line out for a whole band: parts, whether they sound together, who leaps, the first tempo',
)]
final class StudyScoreCommand extends Command
{
    public function __construct(
        private readonly PartBuilder $parts,
        private readonly BandFile $files,
        private readonly ScorePages $pages,
        private readonly PdfMaker $pdfs,
        private readonly FirstTempos $tempos,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('line', InputArgument::REQUIRED, 'the study line, for example "concert F major, fold"')
            ->addOption('band', null, InputOption::VALUE_REQUIRED, 'a band file, for example band.yaml')
            ->addOption(
                'for',
                null,
                InputOption::VALUE_REQUIRED,
                'or instruments, divided by commas, for example flute,horn-f,tuba-bbb',
            )
            ->addOption('concert', null, InputOption::VALUE_NONE, 'everybody\'s notes as they sound')
            ->addOption('paper', null, InputOption::VALUE_REQUIRED, 'a4 or letter', 'a4')
            ->addOption('format', null, InputOption::VALUE_REQUIRED, 'text, json, musicxml, midi or pdf', 'text')
            ->addOption(
                'output',
                null,
                InputOption::VALUE_REQUIRED,
                'the file to write; standard output when it is left out',
            );
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        try {
            $players = self::players($input, $this->files);
            $line = $input->getArgument('line');
            $scores = (new ScoreBuilder($this->parts))->scores(
                [$this->parts->reader->read(\is_string($line) ? $line : '')->line],
                $players,
            );
            if ([] === $scores->scores) {
                return Failure::say($output, array_values($scores->left)[0]);
            }
            $written = $this->written($input, $scores, $players);
        } catch (Mistake|\InvalidArgumentException|EngravingError $error) {
            return Failure::say($output, $error->getMessage());
        }
        $file = $input->getOption('output');
        if (!\is_string($file)) {
            $output->write($written, false, OutputInterface::OUTPUT_RAW);
        } elseif (false === @file_put_contents($file, $written)) {
            return Failure::say(
                $output,
                \sprintf(
                    '"%s" cannot be written; expected a file in a folder that exists, for example --output=score.pdf.',
                    $file,
                ),
            );
        }

        return Command::SUCCESS;
    }

    /**
     * @return non-empty-list<BandPlayer>
     *
     * @throws Mistake
     */
    public static function players(InputInterface $input, BandFile $files): array
    {
        $text = static fn (string $name): string => \is_string($input->getOption(
            $name,
        )) ? $input->getOption($name) : '';
        $players = '' !== $text('band')
            ? $files->open($text('band'))->players
            : $files->instruments(array_values(array_filter(
                array_map(trim(...), explode(',', $text('for'))),
                static fn (string $id): bool => '' !== $id,
            )));

        return [] === $players
            ? throw new \InvalidArgumentException(
                'Nobody is named who plays; expected --band with a band file or --for with instruments, for example --for=flute,horn-f,tuba-bbb.',
            )
            : $players;
    }

    /** @param non-empty-list<BandPlayer> $players */
    private function written(InputInterface $input, BandScores $scores, array $players): string
    {
        $stages = BandPlayer::stages($players);
        $sheets = $scores->sheets;
        \assert([] !== $sheets);
        $format = Failure::oneOf('format', $input->getOption('format'), ['text', 'json', 'musicxml', 'midi', 'pdf']);
        $isConcert = true === $input->getOption('concert');
        if ('pdf' === $format) {
            $read = $input->getOption('paper');
            $paper = Paper::parse(\is_string($read) ? $read : '');
        }

        return match ($format) {
            'json' => json_encode(
                (new ScoreJson($this->tempos))->data($isConcert ? self::inConcert($scores) : $scores, $stages),
                \JSON_PRETTY_PRINT | \JSON_PRESERVE_ZERO_FRACTION | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_THROW_ON_ERROR,
            )."\n",
            'musicxml' => MusicXmlWriter::score(
                $isConcert ? array_map(static fn ($sheet) => $sheet->inConcert(), $sheets) : $sheets,
            ),
            'midi' => MidiWriter::score($sheets),
            'pdf' => $this->pdfs->pdf(
                $this->pages->of($scores->scores, $isConcert, '', $paper ?? Paper::A4),
                ScorePages::title($scores->scores),
            ),
            default => ScoreText::of($scores, $stages, $this->tempos),
        };
    }

    private static function inConcert(BandScores $scores): BandScores
    {
        return new BandScores(
            array_map(static fn ($score) => $score->inConcert(), $scores->scores),
            $scores->sheets,
            $scores->left,
        );
    }
}
