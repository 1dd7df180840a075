<?php

declare(strict_types=1);

namespace SwiftReed\Score\Format;

use SwiftReed\Explain\TouchLines;
use SwiftReed\Fingering\HardSpots;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Scale\Chord;
use SwiftReed\Scale\Material;
use SwiftReed\Score\Heading;
use SwiftReed\Score\Layout\Bar;
use SwiftReed\Score\Layout\BarItem;
use SwiftReed\Score\Layout\BarLayout;
use SwiftReed\Score\Part;
use SwiftReed\Score\Sheet;
use SwiftReed\Study\ChordAt;
use SwiftReed\Study\Chords;
use SwiftReed\Study\Rhythm\Counts;
use SwiftReed\Study\Rhythm\Swing;
use SwiftReed\Study\StudyNote;
use SwiftReed\Study\Tonguing\Attack;
use SwiftReed\Study\Tonguing\Mark;
use SwiftReed\Study\Tonguing\Slur;
use SwiftReed\Study\Tonguing\Syllables;
use SwiftReed\Time\Length;
use SwiftReed\Time\NoteValues;
use SwiftReed\Time\TimeSignature;

/**
 * One MusicXML document while it is written.
 */
final class MusicXmlScore
{
    /** Where a study line stands in the file, so that it comes back as it was. */
    public const LINE = 'study-line';

    private readonly \XMLWriter $xml;
    private Sheet $sheet;
    private Part $part;
    /** Which part of the score is written, counted from 0. */
    private int $staff = 0;
    private int $place = 0;
    private int $barsBefore = 0;
    /** @var array<int, Chord> chords by the note over which they begin */
    private array $chords = [];
    /** @var list<string> */
    private array $counts = [];
    /** @var list<string> what the tongue says at each note, where that is asked for */
    private array $syllables = [];
    /** @var array<int, string> names of the changes to practise, by the note from which they go */
    private array $hard = [];
    private ?TimeSignature $time = null;

    /**
     * @param non-empty-list<array{string, Sheet}> $parts who plays it,
     *  and what; a single part needs no name but its instrument's
     * @param ExportChoices|null $choices what travels beside the notes; nothing at all for our engraver,
     *  on pages of one system each
     * @param int                $perSystem notes that stand comfortably on one system
     * @param int|null           $bars      bars on one system at most
     * @param bool               $isNamed   whether the engraver is to write the names of the parts before the staves
     */
    public function __construct(
        private readonly array $parts,
        private readonly ?ExportChoices $choices,
        private readonly int $perSystem,
        private readonly ?int $bars = null,
        private readonly bool $isNamed = false,
    ) {
        $this->xml = new \XMLWriter();
        $this->sheet = $parts[0][1];
        $this->part = $this->sheet->parts[0];
    }

    public function document(): string
    {
        $xml = $this->xml;
        $xml->openMemory();
        if (null !== $this->choices) {
            $xml->setIndent(true);
            $xml->setIndentString('  ');
        }
        $xml->startDocument('1.0', 'UTF-8');
        $xml->writeDtd(
            'score-partwise',
            '-//Recordare//DTD MusicXML 4.0 Partwise//EN',
            'http://www.musicxml.org/dtds/partwise.dtd',
        );
        $xml->startElement('score-partwise');
        $xml->writeAttribute('version', '4.0');
        if (null !== $this->choices) {
            $this->header();
        }
        $xml->startElement('part-list');
        $this->partList();
        $xml->endElement();
        foreach ($this->parts as $this->staff => [, $this->sheet]) {
            $xml->startElement('part');
            $xml->writeAttribute('id', 'P'.($this->staff + 1));
            $this->barsBefore = 0;
            foreach ($this->sheet->parts as $this->place => $this->part) {
                $this->gather();
                $bars = BarLayout::bars($this->part->study, $this->perSystem, $this->bars);
                foreach ($bars as $i => $bar) {
                    $this->bar($bar, $i === \count($bars) - 1);
                }
                $this->barsBefore += $bars[\count($bars) - 1]->number;
            }
            $xml->endElement();
        }
        $xml->endElement();
        $xml->endDocument();

        return $xml->outputMemory();
    }

    /** The parts by name, those of one family of instruments held together by a bracket. */
    private function partList(): void
    {
        $xml = $this->xml;
        $families = array_map(static fn (array $one): string => $one[1]->parts[0]->instrument->family, $this->parts);
        foreach ($this->parts as $i => [$name, $sheet]) {
            $part = $sheet->parts[0];
            $isGrouped = \in_array($families[$i], [$families[$i - 1] ?? null, $families[$i + 1] ?? null], true);
            if ($isGrouped && $families[$i] !== ($families[$i - 1] ?? null)) {
                $xml->startElement('part-group');
                $xml->writeAttribute('number', '1');
                $xml->writeAttribute('type', 'start');
                $xml->writeElement('group-symbol', 'bracket');
                $xml->writeElement('group-barline', 'yes');
                $xml->endElement();
            }
            $xml->startElement('score-part');
            $xml->writeAttribute('id', 'P'.($i + 1));
            $xml->writeElement('part-name', null === $this->choices && !$this->isNamed ? '' : $name);
            if ($this->isNamed) {
                $xml->writeElement('part-abbreviation', $name);
            }
            if (null !== $this->choices) {
                $this->sound($i, $part);
            }
            $xml->endElement();
            if ($isGrouped && $families[$i] !== ($families[$i + 1] ?? null)) {
                $xml->startElement('part-group');
                $xml->writeAttribute('number', '1');
                $xml->writeAttribute('type', 'stop');
                $xml->endElement();
            }
        }
    }

    /** What is said about single notes of the study that comes next. */
    private function gather(): void
    {
        $this->time = null;
        [$this->chords, $this->counts, $this->hard] = [[], [], []];
        $this->syllables = Syllables::of($this->part->study) ?? [];
        if (null === $this->choices) {
            return;
        }
        $study = $this->part->study;
        if ($this->choices->chords) {
            $this->chords = array_map(static fn (ChordAt $chord): Chord => $chord->written, Chords::byNote($study));
        }
        if ($this->choices->counts) {
            $this->counts = Counts::of($study);
        }
        if ($this->choices->hardSpots && FingeringText::None !== $this->choices->fingerings) {
            foreach (HardSpots::worst($this->part->plan->hardSpots) as $number => $spot) {
                $this->hard[$spot->from] = 'hard change '.$number;
            }
        }
    }

    private function header(): void
    {
        $xml = $this->xml;
        $xml->startElement('work');
        $xml->writeElement('work-title', $this->sheet->heading());
        $xml->endElement();
        $xml->startElement('identification');
        $xml->startElement('encoding');
        $xml->writeElement('software', 'Swift Reed');
        $xml->endElement();
        $xml->startElement('miscellaneous');
        foreach (
            [] === $this->sheet->lines
            ? array_map(static fn (Part $part): string => $part->line(), $this->sheet->parts)
            : $this->sheet->lines as $line
        ) {
            $this->field(self::LINE, $line);
        }
        foreach ($this->parts as [, $sheet]) {
            $this->field('instrument', $sheet->parts[0]->instrument->id);
        }
        $xml->endElement();
        $xml->endElement();
    }

    private function field(string $name, string $value): void
    {
        $this->xml->startElement('miscellaneous-field');
        $this->xml->writeAttribute('name', $name);
        $this->xml->text($value);
        $this->xml->endElement();
    }

    private function sound(int $i, Part $part): void
    {
        $xml = $this->xml;
        $id = \sprintf('P%d-I1', $i + 1);
        $xml->startElement('score-instrument');
        $xml->writeAttribute('id', $id);
        $xml->writeElement('instrument-name', $part->instrument->name);
        $xml->endElement();
        $xml->startElement('midi-instrument');
        $xml->writeAttribute('id', $id);
        $xml->writeElement(
            'midi-channel',
            (string) (MidiChannels::of(array_map(
                static fn (array $one): int => $one[1]->parts[0]->instrument->midiProgram,
                $this->parts,
            ))[$i] + 1),
        );
        $xml->writeElement('midi-program', (string) ($part->instrument->midiProgram + 1));
        $xml->endElement();
    }

    private function bar(Bar $bar, bool $isLast): void
    {
        $xml = $this->xml;
        $xml->startElement('measure');
        $xml->writeAttribute('number', (string) ($this->barsBefore + $bar->number));
        if (0 === $bar->number) {
            $xml->writeAttribute('implicit', 'yes');
        }
        $isFirst = $bar->number === ($this->part->study->lead() > 0 ? 0 : 1);
        $repeats = $this->part->study->repeats();
        if ($isFirst && $repeats > 1 && $this->place > 0) {
            $xml->startElement('barline');
            $xml->writeAttribute('location', 'left');
            $xml->writeElement('bar-style', 'heavy-light');
            $this->repeat('forward', $repeats);
            $xml->endElement();
        }
        // The engraver keeps to our systems only where the first is named, too.
        $isForEngraver = null === $this->choices;
        if (0 === $this->staff && $bar->beginsSystem && ($isForEngraver || !$isFirst || $this->place > 0)) {
            $xml->startElement('print');
            $xml->writeAttribute($isForEngraver ? 'new-page' : 'new-system', 'yes');
            $xml->endElement();
        }
        $time = $this->part->study->bars->time($bar->items[0]->onset ?? 0);
        if ($isFirst) {
            $this->attributes();
            if (null !== $this->choices && 0 === $this->staff) {
                $this->title();
                $this->tempo();
            }
        } elseif ($time !== $this->time && !$this->part->study->isUntimed()) {
            $xml->startElement('attributes');
            $this->timeSignature($time);
            $xml->endElement();
        }
        $this->time = $time;
        if ($isLast) {
            $this->lastBar($repeats);
        }
        foreach ($bar->items as $item) {
            $this->item($item);
            $this->after($item);
        }
        if ($this->part->study->isUntimed() || $isLast) {
            $xml->startElement('barline');
            $xml->writeAttribute('location', 'right');
            $xml->writeElement('bar-style', $isLast ? 'light-heavy' : 'none');
            if ($isLast && $repeats > 1) {
                $this->repeat('backward', $repeats);
            }
            $xml->endElement();
        }
        $xml->endElement();
    }

    private function repeat(string $direction, int $times): void
    {
        $this->xml->startElement('repeat');
        $this->xml->writeAttribute('direction', $direction);
        if ('backward' === $direction && $times > 2) {
            $this->xml->writeAttribute('times', (string) $times);
        }
        $this->xml->endElement();
    }

    /** What stands above the last bar: that it slows down, how often it is repeated. */
    private function lastBar(int $repeats): void
    {
        $slows = $this->part->study->recipe->timing->slowsDown;
        $says = array_filter([$slows ? 'rit.' : '', $repeats > 2 ? $repeats.'×' : '']);
        if ([] === $says || $this->staff > 0) {
            return;
        }
        $this->xml->startElement('direction');
        $this->xml->writeAttribute('placement', 'above');
        $this->xml->startElement('direction-type');
        $this->xml->startElement('words');
        $this->xml->writeAttribute('font-style', 'italic');
        $this->xml->text(implode('  ', $says));
        $this->xml->endElement();
        $this->xml->endElement();
        $this->xml->endElement();
    }

    /** Number and key above the first bar of each study of a sheet. */
    private function title(): void
    {
        if ($this->sheet->isSingle()) {
            return;
        }
        $xml = $this->xml;
        $xml->startElement('direction');
        $xml->writeAttribute('placement', 'above');
        $xml->startElement('direction-type');
        $xml->writeElement('rehearsal', $this->sheet->numbers[$this->place]);
        $xml->endElement();
        $xml->startElement('direction-type');
        $xml->writeElement('words', Heading::of($this->part));
        $xml->endElement();
        $xml->endElement();
    }

    private function attributes(): void
    {
        $xml = $this->xml;
        $study = $this->part->study;
        $xml->startElement('attributes');
        $xml->writeElement('divisions', (string) Length::QUARTER);
        $xml->startElement('key');
        $xml->writeElement('fifths', (string) $study->signature->fifths);
        $mode = $this->mode($study->recipe->material);
        if (null !== $mode) {
            $xml->writeElement('mode', $mode);
        }
        $xml->endElement();
        if (!$study->isUntimed()) {
            $this->timeSignature($study->time());
        }
        $xml->startElement('clef');
        $isBass = 'bass' === $this->part->instrument->clef;
        $xml->writeElement('sign', $isBass ? 'F' : 'G');
        $xml->writeElement('line', $isBass ? '4' : '2');
        if (0 !== $this->part->instrument->clefOctaves) {
            $xml->writeElement('clef-octave-change', (string) $this->part->instrument->clefOctaves);
        }
        $xml->endElement();
        $this->transpose();
        $xml->endElement();
    }

    /** MusicXML's name of the mode, where it has one: that of the signature for what is no mode itself. */
    private function mode(Material $material): ?string
    {
        return match (true) {
            !$material->printsSignature => null,
            $material->isMode() => $material->name,
            -3 === $material->modeFifths => 'minor',
            0 === $material->modeFifths => 'major',
            default => null,
        };
    }

    private function timeSignature(TimeSignature $time): void
    {
        $this->xml->startElement('time');
        $this->xml->writeElement('beats', (string) $time->beats());
        $this->xml->writeElement('beat-type', (string) $time->beatType());
        $this->xml->endElement();
    }

    private function transpose(): void
    {
        $up = $this->part->instrument->transposition->writtenAboveSounding;
        if (null === $this->choices || 0 === $up->halfSteps) {
            return;
        }
        $octaves = intdiv($up->letters, 7);
        $this->xml->startElement('transpose');
        $this->xml->writeElement('diatonic', (string) -($up->letters - 7 * $octaves));
        $this->xml->writeElement('chromatic', (string) -($up->halfSteps - 12 * $octaves));
        if (0 !== $octaves) {
            $this->xml->writeElement('octave-change', (string) -$octaves);
        }
        $this->xml->endElement();
    }

    /** A tempo that the line says is printed; one that it does not say only sounds. */
    private function tempo(): void
    {
        $xml = $this->xml;
        $tempo = $this->part->study->recipe->timing->tempo;
        $quarters = rtrim(rtrim(\sprintf('%.2f', $tempo->quarters()), '0'), '.');
        $swing = $this->part->study->recipe->timing->swing;
        if (null !== $swing) {
            $xml->startElement('direction');
            $xml->writeAttribute('placement', 'above');
            $xml->startElement('direction-type');
            $xml->writeElement('words', 'Swing');
            $xml->endElement();
            $this->swing($swing);
            $xml->endElement();
        }
        if (!$tempo->printed) {
            $xml->startElement('sound');
            $xml->writeAttribute('tempo', $quarters);
            $xml->endElement();

            return;
        }
        [$over, $under] = array_map(intval(...), explode('/', $tempo->unit));
        [$name, $dots] = NoteValues::of(intdiv(Length::WHOLE * $over, $under));
        $xml->startElement('direction');
        $xml->writeAttribute('placement', 'above');
        $xml->startElement('direction-type');
        $xml->startElement('metronome');
        $xml->writeElement('beat-unit', $name);
        for ($i = 0; $i < $dots; ++$i) {
            $xml->writeElement('beat-unit-dot');
        }
        $xml->writeElement('per-minute', (string) $tempo->bpm);
        $xml->endElement();
        $xml->endElement();
        $xml->startElement('sound');
        $xml->writeAttribute('tempo', $quarters);
        $xml->endElement();
        $xml->endElement();
    }

    private function swing(Swing $swing): void
    {
        $xml = $this->xml;
        $xml->startElement('sound');
        $xml->startElement('swing');
        $xml->writeElement('first', (string) $swing->first);
        $xml->writeElement('second', (string) $swing->second);
        $xml->writeElement('swing-type', NoteValues::of($swing->unit)[0]);
        $xml->endElement();
        $xml->endElement();
    }

    /** What stands before a note: its chord, and the name of a change that is to be practised. */
    private function before(BarItem $item): void
    {
        $begins = $item->begins();
        if (null === $begins) {
            return;
        }
        $chord = $this->chords[$begins] ?? null;
        if (null !== $chord) {
            $this->harmony($chord);
        }
        $this->loudness($this->part->study->notes[$begins]);
        if (isset($this->hard[$begins])) {
            $this->xml->startElement('direction');
            $this->xml->writeAttribute('placement', 'below');
            $this->xml->startElement('direction-type');
            $this->xml->writeElement('words', $this->hard[$begins]);
            $this->xml->endElement();
            $this->xml->endElement();
        }
    }

    /** A dynamic, and the hairpins that begin here; one that swells turns in the middle of the note. */
    private function loudness(StudyNote $note): void
    {
        if (null !== $note->expression->sign) {
            $sign = $note->expression->sign;
            $this->below('dynamics', function () use ($sign): void {
                $this->xml->writeElement($sign);
            });
        }
        foreach ($note->expression->opens as $hairpin) {
            $this->wedge($hairpin, 0);
        }
        if ($note->expression->swells) {
            $this->wedge('crescendo', 0);
            $this->wedge('stop', intdiv($note->length, 2));
            $this->wedge('diminuendo', intdiv($note->length, 2));
        }
    }

    /** @param \Closure(): void $write what stands in it */
    private function below(string $element, \Closure $write, int $offset = 0): void
    {
        $this->xml->startElement('direction');
        $this->xml->writeAttribute('placement', 'below');
        $this->xml->startElement('direction-type');
        $this->xml->startElement($element);
        $write();
        $this->xml->endElement();
        $this->xml->endElement();
        if (0 !== $offset) {
            $this->xml->writeElement('offset', (string) $offset);
        }
        $this->xml->endElement();
    }

    private function wedge(string $type, int $offset): void
    {
        $this->below('wedge', function () use ($type): void {
            $this->xml->writeAttribute('type', $type);
        }, $offset);
    }

    private function harmony(Chord $chord): void
    {
        $xml = $this->xml;
        $quality = $chord->quality();
        $xml->startElement('harmony');
        $xml->startElement('root');
        $xml->writeElement('root-step', $chord->root->letter->text());
        if (0 !== $chord->root->alter) {
            $xml->writeElement('root-alter', (string) $chord->root->alter);
        }
        $xml->endElement();
        $xml->startElement('kind');
        $xml->writeAttribute('text', strtr($chord->quality, ['b' => '♭', '#' => '♯']));
        $xml->text($quality->kind);
        $xml->endElement();
        foreach ($quality->degrees as [$value, $alter, $type]) {
            $xml->startElement('degree');
            $xml->writeAttribute('print-object', 'no');
            $xml->writeElement('degree-value', (string) $value);
            $xml->writeElement('degree-alter', (string) $alter);
            $xml->writeElement('degree-type', $type);
            $xml->endElement();
        }
        $xml->endElement();
    }

    /** The ends of hairpins, after what they belong to. */
    private function after(BarItem $item): void
    {
        $note = null === $item->note || $item->tiedTo ? null : $this->part->study->notes[$item->note];
        if (true === $note?->expression->closes || true === $note?->expression->swells) {
            $this->wedge('stop', 0);
        }
    }

    /** A note's name among those of all parts and studies. */
    private function id(string $note): string
    {
        return ($this->staff > 0 ? 'p'.($this->staff + 1).'-' : '')
            .($this->place > 0 ? 's'.($this->place + 1).'-' : '')
            .$note;
    }

    /** Grace notes before a note, slurred into it. */
    private function graces(BarItem $item, ?StudyNote $note): void
    {
        $xml = $this->xml;
        $graces = null === $note ? [] : $note->tone->graces;
        $last = \count($item->graces) - 1;
        foreach ($item->graces as $k => $sign) {
            $xml->startElement('note');
            $xml->writeAttribute('id', $this->id('g'.$item->note.'-'.$k));
            $xml->startElement('grace');
            if (0 === $last) {
                $xml->writeAttribute('slash', 'yes');
            }
            $xml->endElement();
            $this->pitch($graces[$k]);
            $xml->writeElement('voice', '1');
            $xml->writeElement('type', 0 === $last ? 'eighth' : '16th');
            if (null !== $sign) {
                $xml->writeElement('accidental', $sign->musicXml());
            }
            if ($last > 0) {
                for ($level = 1; $level <= 2; ++$level) {
                    $xml->startElement('beam');
                    $xml->writeAttribute('number', (string) $level);
                    $xml->text(0 === $k ? 'begin' : ($k === $last ? 'end' : 'continue'));
                    $xml->endElement();
                }
            }
            if (0 === $k) {
                $xml->startElement('notations');
                $xml->startElement('slur');
                $xml->writeAttribute('type', 'start');
                $xml->writeAttribute('number', '2');
                $xml->endElement();
                $xml->endElement();
            }
            $xml->endElement();
        }
    }

    private function item(BarItem $item): void
    {
        $xml = $this->xml;
        $note = null === $item->note ? null : $this->part->study->notes[$item->note];
        $this->graces($item, $note);
        $this->before($item);
        $xml->startElement('note');
        if (null !== $note) {
            $xml->writeAttribute('id', $this->id('n'.$item->note.($item->tiedFrom ? 't'.$item->onset : '')));
            $this->pitch($note->pitch());
        } else {
            $xml->writeElement('rest');
        }
        $xml->writeElement('duration', (string) $item->length);
        foreach (['stop' => $item->tiedFrom, 'start' => $item->tiedTo] as $type => $is) {
            if ($is) {
                $xml->startElement('tie');
                $xml->writeAttribute('type', $type);
                $xml->endElement();
            }
        }
        $xml->writeElement('voice', '1');
        [$value, $dots] = NoteValues::of($item->writtenTicks());
        $xml->writeElement('type', $value);
        for ($i = 0; $i < $dots; ++$i) {
            $xml->writeElement('dot');
        }
        if (null !== $item->accidental) {
            $xml->writeElement('accidental', $item->accidental->musicXml());
        } elseif (null !== $this->choices && null !== $note?->reminder && !$item->tiedFrom) {
            $xml->startElement('accidental');
            $xml->writeAttribute('cautionary', 'yes');
            $xml->writeAttribute('parentheses', 'yes');
            $xml->text($note->reminder->musicXml());
            $xml->endElement();
        }
        if (null !== $item->tuplet) {
            $xml->startElement('time-modification');
            $xml->writeElement('actual-notes', (string) $item->tuplet->actual);
            $xml->writeElement('normal-notes', (string) $item->tuplet->normal);
            [$normal, $dotted] = NoteValues::of(intdiv($item->tuplet->ticks, $item->tuplet->normal));
            $xml->writeElement('normal-type', $normal);
            for ($i = 0; $i < $dotted; ++$i) {
                $xml->writeElement('normal-dot');
            }
            $xml->endElement();
        }
        if ($this->part->study->isUntimed()) {
            $xml->writeElement('stem', 'none');
        }
        foreach ($item->beams as $level => $beam) {
            $xml->startElement('beam');
            $xml->writeAttribute('number', (string) ($level + 1));
            $xml->text($beam);
            $xml->endElement();
        }
        $this->notations($item, $note);
        $begins = $item->begins();
        if (null !== $note && null !== $begins) {
            foreach ($this->lyrics($begins, $note) as $line => $text) {
                $xml->startElement('lyric');
                $xml->writeAttribute('number', (string) ($line + 1));
                $xml->writeElement('syllabic', 'single');
                $xml->writeElement('text', $text);
                $xml->endElement();
            }
        }
        $xml->endElement();
    }

    /** @return list<string> lines under the note: counts, degrees, letters, what a woodwind presses */
    private function lyrics(int $i, StudyNote $note): array
    {
        $choices = $this->choices;
        if (null === $choices) {
            return [];
        }
        $lines = [];
        if ($choices->counts && !$this->part->study->isUntimed()) {
            $lines[] = $this->counts[$i];
        }
        if ([] !== $this->syllables) {
            $lines[] = $this->syllables[$i];
        }
        if ($choices->degrees) {
            $lines[] = $this->part->degree($i, $choices->fromRoot);
        }
        if ($choices->letters) {
            $lines[] = $note->pitch()->name()->sign();
        }
        if (
            FingeringText::None === $choices->fingerings
            || MechanismKind::None === $this->part->instrument->mechanism()->kind()
            || [] !== $this->numerals($i)
        ) {
            return $lines;
        }
        $fingering = $this->part->plan->notes[$i]->fingering;
        if (MechanismKind::Keywork !== $this->part->instrument->mechanism()->kind()) {
            return [...$lines, $fingering->text];
        }
        $touches = TouchLines::of($this->part->instrument, $fingering);

        // In one line as short as can be, so that notes need not stand apart for it: "O/123/12".
        return FingeringText::Lines === $choices->fingerings
            ? [...$lines, ...$touches]
            : [...$lines, strtr(implode('/', $touches), [' ' => ''])];
    }

    /**
     * @return list<string> the valves or the position as numerals; nothing where there is more to say than numerals can
     */
    private function numerals(int $i): array
    {
        $text = $this->part->plan->notes[$i]->fingering->text;

        return 1 === preg_match('/^\d(-\d)*$/', $text) ? explode('-', $text) : [];
    }

    private function pitch(Pitch $pitch): void
    {
        $this->xml->startElement('pitch');
        $this->xml->writeElement('step', $pitch->letter->text());
        if (0 !== $pitch->alter) {
            $this->xml->writeElement('alter', (string) $pitch->alter);
        }
        $this->xml->writeElement('octave', (string) $pitch->octave);
        $this->xml->endElement();
    }

    private function notations(BarItem $item, ?StudyNote $note): void
    {
        $xml = $this->xml;
        $marks = [];
        if ($item->tiedFrom) {
            $marks[] = ['tied', 'stop'];
        }
        if ($item->tiedTo) {
            $marks[] = ['tied', 'start'];
        }
        $starts = null !== $note && Slur::Start === $note->slur && !$item->tiedFrom;
        $stops = null !== $note && Slur::Stop === $note->slur && !$item->tiedTo;
        if ($starts || $stops) {
            $marks[] = ['slur', $starts ? 'start' : 'stop'];
        }
        if ([] !== $item->graces) {
            $marks[] = ['grace', 'stop'];
        }
        if (null !== $item->tupletEdge) {
            $marks[] = ['tuplet', $item->tupletEdge->value];
        }
        $begins = $item->begins();
        $soft = null !== $begins && Attack::Soft === $this->part->attack($begins);
        $breath = null !== $note && $note->breathAfter && !$item->tiedTo;
        $apart = null !== $item->note && $this->part->isSeparated($item->note) && !$item->tiedTo;
        $fingering = null !== $begins && null !== $this->choices && FingeringText::None !== $this->choices->fingerings
            ? $this->numerals($begins)
            : [];
        $said = null === $begins || null === $note ? [] : $note->expression->marks;
        $articulations = array_values(array_unique([
            ...($soft ? ['tenuto'] : []),
            ...($apart ? ['staccato'] : []),
            ...array_map(
                static fn (Mark $mark): string => $mark->musicXml(),
                array_filter($said, static fn (Mark $mark): bool => Mark::Fermata !== $mark),
            ),
        ]));
        $isHeld = true === $note?->expression->has(Mark::Fermata) && !$item->tiedTo;
        $tongue = null === $begins || '' === ($this->syllables[$begins] ?? '')
            ? null
            : Syllables::musicXml($this->part->study);
        $isPlain = [] === $marks && [] === $articulations && !$breath && !$isHeld && [] === $fingering;
        if ($isPlain && null === $tongue) {
            return;
        }
        $xml->startElement('notations');
        foreach ($marks as [$name, $type]) {
            $xml->startElement('grace' === $name ? 'slur' : $name);
            $xml->writeAttribute('type', $type);
            if (\in_array($name, ['slur', 'grace'], true)) {
                $xml->writeAttribute('number', 'slur' === $name ? '1' : '2');
            }
            $xml->endElement();
        }
        if ([] !== $fingering || null !== $tongue) {
            $xml->startElement('technical');
            if (null !== $tongue) {
                $xml->writeElement($tongue);
            }
            foreach ($fingering as $numeral) {
                $xml->writeElement('fingering', $numeral);
            }
            $xml->endElement();
        }
        if ([] !== $articulations || $breath) {
            $xml->startElement('articulations');
            foreach ($articulations as $name) {
                $xml->writeElement($name);
            }
            if ($breath) {
                $xml->writeElement('breath-mark');
            }
            $xml->endElement();
        }
        if ($isHeld) {
            $xml->writeElement('fermata');
        }
        $xml->endElement();
    }
}
