<?php

declare(strict_types=1);

namespace App\Desk;

use App\Engraving\EngravingError;
use App\Engraving\PageMaker;
use App\Engraving\PrintLook;
use App\Engraving\Rows;
use App\Shared\Failure;
use SwiftReed\Fingering\OwnFingerings;
use SwiftReed\Fingering\Pin;
use SwiftReed\Fingering\Tendency;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Packet\SheetBuilder;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Range;
use SwiftReed\Player\Stage;
use SwiftReed\Score\Format\ExportChoices;
use SwiftReed\Score\Format\FingeringText;
use SwiftReed\Score\PartBuilder;
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
    /** What a MIDI file may have beside the notes. */
    private const WITH = ['click', 'count-in', 'chords'];

    public function __construct(
        private readonly PartBuilder $parts,
        private readonly InstrumentLibrary $instruments,
        private readonly PageMaker $pages,
        private readonly SheetFile $files,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('line', InputArgument::REQUIRED, 'the study line, for example "concert F major, 2 octaves"')
            ->addOption('for', null, InputOption::VALUE_REQUIRED, 'the instrument, for example clarinet-bb')
            ->addOption('setup', null, InputOption::VALUE_REQUIRED, 'set-ups, separated by commas', '')
            ->addOption('stage', null, InputOption::VALUE_REQUIRED, 'first, developing or full', 'full')
            ->addOption(
                'pin',
                null,
                InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY,
                'a fingering of your own, for example "B4 = lE", "9 = lE" or "B4 > C#5 = lE > rFs", or how your note lies: "D4 flat 15"',
                [],
            )
            ->addOption(
                'range',
                null,
                InputOption::VALUE_REQUIRED,
                'a player\'s own limits in written notes, for example "G3 to E5"',
                '',
            )
            ->addOption(
                'breath',
                null,
                InputOption::VALUE_REQUIRED,
                'seconds that a player\'s own breath lasts, for example "9"',
                '',
            )
            ->addOption(
                'rows',
                null,
                InputOption::VALUE_REQUIRED,
                'what stands under the notes and over them: degrees, degrees-from-root, letters, counts, chords, fingerings (or text, numbers), signs, habits, none',
            )
            ->addOption(
                'style',
                null,
                InputOption::VALUE_REQUIRED,
                'page styles that go together: large, worksheet, answers, numbers, name-line',
                '',
            )
            ->addOption('paper', null, InputOption::VALUE_REQUIRED, 'a4 or letter', 'a4')
            ->addOption(
                'sides',
                null,
                InputOption::VALUE_REQUIRED,
                'one or two: with two a blank back is added where it is needed, so that no copy begins on the back of another',
                'one',
            )
            ->addOption(
                'fingerings',
                null,
                InputOption::VALUE_REQUIRED,
                'fingerings in MusicXML: none, short or lines',
                'short',
            )
            ->addOption(
                'with',
                null,
                InputOption::VALUE_REQUIRED,
                'in MIDI, beside the notes: click, count-in, chords',
                '',
            )
            ->addOption('title', null, InputOption::VALUE_REQUIRED, 'a title of your own', '')
            ->addOption('player', null, InputOption::VALUE_REQUIRED, 'whose part it is, for the page', '')
            ->addOption('date', null, InputOption::VALUE_REQUIRED, 'a date for the page', '')
            ->addOption('format', null, InputOption::VALUE_REQUIRED, implode(', ', self::FORMATS), 'text')
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
            return Failure::say(
                $output,
                \sprintf(
                    '"%s" cannot be written; expected a file in a folder that exists, for example --output=study.pdf.',
                    $file,
                ),
            );
        }
        if ($output instanceof ConsoleOutputInterface) {
            $output->getErrorOutput()->writeln(\sprintf('Written to %s.', $file), OutputInterface::OUTPUT_RAW);
        }

        return Command::SUCCESS;
    }

    private function written(InputInterface $input): string
    {
        $line = $input->getArgument('line');
        $understood = $this->parts->reader->read(\is_string($line) ? $line : '');
        $for = $input->getOption('for');
        $for = \is_string($for) && '' !== $for ? $for : $understood->player;
        if (null === $for) {
            throw new \InvalidArgumentException(
                'The option --for is missing; expected an instrument, for example --for=clarinet-bb.',
            );
        }
        $format = Failure::oneOf('format', $input->getOption('format'), self::FORMATS);
        $stage = Stage::from(Failure::oneOf(
            'stage',
            $input->getOption('stage'),
            array_column(Stage::cases(), 'value'),
        ));
        $said = array_map(
            static fn (mixed $pin): string => \is_string($pin) ? $pin : '',
            array_values((array) $input->getOption('pin')),
        );
        $tendencies = array_map(Tendency::parse(...), array_values(array_filter($said, Tendency::isMeant(...))));
        $pins = array_map(
            Pin::parse(...),
            array_values(array_filter($said, static fn (string $one): bool => !Tendency::isMeant($one))),
        );
        $range = $input->getOption('range');
        $said = $input->getOption('rows');
        $rows = \is_string($said) ? Rows::parse($said) : Rows::all();
        $breath = \is_string($input->getOption('breath')) ? $input->getOption('breath') : '';
        $limits = \is_string($range) && '' !== $range ? Range::parse($range) : null;
        $sheet = (new SheetBuilder($this->parts))->build(
            [$understood->line],
            $this->instruments->instrument($for, Failure::setups($input)),
            new PlayerSettings(
                $stage,
                reminders: $rows->reminders,
                limits: $limits,
                breath: PlayerSettings::breath($breath),
            ),
            new OwnFingerings($pins, $tendencies),
        );

        $option = static fn (string $name): string => \is_string($input->getOption(
            $name,
        )) ? trim($input->getOption($name)) : '';
        $look = PrintLook::parse(
            $option('style'),
            $option('paper'),
            $option('player'),
            $option('date'),
            $option('sides'),
        );
        $fingerings = FingeringText::from(Failure::oneOf(
            'fingerings',
            '' === $option('fingerings') ? FingeringText::Short->value : $option('fingerings'),
            array_column(FingeringText::cases(), 'value'),
        ));
        $with = array_filter(
            array_map(trim(...), explode(',', $option('with'))),
            static fn (string $one): bool => '' !== $one,
        );
        foreach ($with as $one) {
            Failure::oneOf('with', $one, self::WITH);
        }
        // What nobody chose travels whole; chosen rows are what there is.
        $choices = (\is_string($said) ? $rows->exported($fingerings) : new ExportChoices($fingerings))->sounding(
            \in_array('click', $with, true),
            \in_array('count-in', $with, true),
            \in_array('chords', $with, true),
        );
        $sheet = $sheet->titled($option('title'));
        if ('svg' !== $format) {
            return $this->files->content($sheet, $format, $rows, $look, $choices);
        }
        if (!$sheet->isSingle()) {
            throw new \InvalidArgumentException(
                'A drawing shows one study; the line asks for several keys. Expected --format=pdf, or a line of one key, for example "concert F major".',
            );
        }

        return $this->pages->screen($sheet->parts[0], $look->style->rows($rows), '')->svg;
    }
}
