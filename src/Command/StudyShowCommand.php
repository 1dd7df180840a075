<?php

declare(strict_types=1);

namespace App\Command;

use App\Engraving\EngravingError;
use App\Engraving\PageMaker;
use App\Engraving\PdfMaker;
use App\Engraving\Rows;
use SwiftReed\Fingering\OwnFingerings;
use SwiftReed\Fingering\Pin;
use SwiftReed\Fingering\Tendency;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Packet\SheetBuilder;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Range;
use SwiftReed\Player\Stage;
use SwiftReed\Score\Format\JsonWriter;
use SwiftReed\Score\Format\MidiWriter;
use SwiftReed\Score\Format\MusicXmlWriter;
use SwiftReed\Score\Format\TextWriter;
use SwiftReed\Score\Part;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Score\Sheet;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('study:show', 'Writes a study line out for one instrument')]
final class StudyShowCommand extends Command
{
    private const FORMATS = ['text', 'json', 'musicxml', 'midi', 'svg', 'pdf'];

    public function __construct(private readonly PartBuilder $parts, private readonly InstrumentLibrary $instruments, private readonly PageMaker $pages, private readonly PdfMaker $pdfs)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('line', InputArgument::REQUIRED, 'the study line, for example "concert F major, 2 octaves"')
            ->addOption('for', null, InputOption::VALUE_REQUIRED, 'the instrument, for example clarinet-bb')
            ->addOption('setup', null, InputOption::VALUE_REQUIRED, 'set-ups, separated by commas', '')
            ->addOption('stage', null, InputOption::VALUE_REQUIRED, 'first, developing or full', 'full')
            ->addOption('pin', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'a fingering of your own, for example "B4 = lE", "9 = lE" or "B4 > C#5 = lE > rFs", or how your note lies: "D4 flat 15"', [])
            ->addOption('range', null, InputOption::VALUE_REQUIRED, 'a player\'s own limits in written notes, for example "G3 to E5"', '')
            ->addOption('format', null, InputOption::VALUE_REQUIRED, implode(', ', self::FORMATS), 'text')
            ->addOption('output', null, InputOption::VALUE_REQUIRED, 'the file to write; standard output when it is left out');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        try {
            $written = $this->written($input);
        } catch (\InvalidArgumentException|\DomainException|EngravingError $error) {
            return Failure::say($output, $error->getMessage());
        }
        $file = $input->getOption('output');
        if (!\is_string($file)) {
            $output->write($written, false, OutputInterface::OUTPUT_RAW);

            return Command::SUCCESS;
        }
        if (false === @file_put_contents($file, $written)) {
            return Failure::say($output, \sprintf('"%s" cannot be written; expected a file in a folder that exists, for example --output=study.pdf.', $file));
        }
        if ($output instanceof ConsoleOutputInterface) {
            $output->getErrorOutput()->writeln(\sprintf('Written to %s.', $file), OutputInterface::OUTPUT_RAW);
        }

        return Command::SUCCESS;
    }

    private function written(InputInterface $input): string
    {
        $for = $input->getOption('for');
        if (!\is_string($for) || '' === $for) {
            throw new \InvalidArgumentException('The option --for is missing; expected an instrument, for example --for=clarinet-bb.');
        }
        $format = Failure::oneOf('format', $input->getOption('format'), self::FORMATS);
        $stage = Stage::from(Failure::oneOf('stage', $input->getOption('stage'), array_column(Stage::cases(), 'value')));
        $said = array_map(static fn (mixed $pin): string => \is_string($pin) ? $pin : '', array_values((array) $input->getOption('pin')));
        $tendencies = array_map(Tendency::parse(...), array_values(array_filter($said, Tendency::isMeant(...))));
        $pins = array_map(Pin::parse(...), array_values(array_filter($said, static fn (string $one): bool => !Tendency::isMeant($one))));
        $line = $input->getArgument('line');
        $range = $input->getOption('range');
        $limits = \is_string($range) && '' !== $range ? Range::parse($range) : null;
        $parsed = $this->parts->parser->parse(\is_string($line) ? $line : '');
        $sheet = (new SheetBuilder($this->parts))->build([$parsed], $this->instruments->instrument($for, Failure::setups($input)), new PlayerSettings($stage, limits: $limits), new OwnFingerings($pins, $tendencies));

        return 1 === \count($sheet->parts) ? $this->formatted($sheet->parts[0], $format) : $this->sheet($sheet, $parsed->text(), $format);
    }

    private function sheet(Sheet $sheet, string $line, string $format): string
    {
        return match ($format) {
            'json' => JsonWriter::sheet($sheet->parts, $sheet->numbers, $line),
            'musicxml' => MusicXmlWriter::sheet($sheet->parts, $sheet->numbers),
            'midi' => MidiWriter::sheet($sheet->parts),
            'svg' => throw new \InvalidArgumentException('A drawing shows one study; the line asks for several keys. Expected --format=pdf, or a line of one key, for example "concert F major".'),
            'pdf' => $this->pdfs->pdf($this->pages->sheet($sheet, Rows::all(), $line)),
            default => TextWriter::sheet($sheet->parts, $sheet->numbers),
        };
    }

    private function formatted(Part $part, string $format): string
    {
        return match ($format) {
            'json' => JsonWriter::write($part),
            'musicxml' => MusicXmlWriter::write($part),
            'midi' => MidiWriter::write($part),
            'svg' => $this->pages->screen($part, Rows::all(), '')->svg,
            'pdf' => $this->pdfs->pdf($this->pages->print($part, Rows::all(), '')),
            default => TextWriter::write($part),
        };
    }
}
