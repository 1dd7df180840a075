<?php

declare(strict_types=1);

namespace SwiftReed\Score\Format;

use SwiftReed\Pitch\Accidental;
use SwiftReed\Score\KeyNames;
use SwiftReed\Score\Layout\Bar;
use SwiftReed\Score\Layout\BarItem;
use SwiftReed\Score\Layout\BarLayout;
use SwiftReed\Score\Part;
use SwiftReed\Study\StudyNote;
use SwiftReed\Study\Tonguing\Attack;
use SwiftReed\Study\Tonguing\Slur;
use SwiftReed\Time\Length;
use SwiftReed\Time\NoteValues;

/**
 * Writes a part as MusicXML 4.0, partwise. Notes carry ids n0, n1 … in the order of the study.
 *
 * Source of the format: the W3C's MusicXML 4.0 specification.
 */
final class MusicXmlWriter
{
    private const MODES = ['major', 'ionian', 'dorian', 'phrygian', 'lydian', 'mixolydian', 'aeolian', 'locrian'];

    private \XMLWriter $xml;
    /** @var list<Part> */
    private array $more = [];
    /** @var list<string> */
    private array $numbers = [];
    private int $place = 0;
    private int $barsBefore = 0;

    /** @param bool $forEngraving bare notes on pages of one system each, as our engraver wants them */
    private function __construct(private Part $part, private readonly bool $forEngraving, private readonly int $perSystem)
    {
        $this->xml = new \XMLWriter();
    }

    public static function write(Part $part): string
    {
        return (new self($part, false, BarLayout::SYSTEM))->document();
    }

    /** @param int $perSystem notes that stand comfortably on one system */
    public static function forEngraving(Part $part, int $perSystem = BarLayout::SYSTEM): string
    {
        return (new self($part, true, $perSystem))->document();
    }

    /**
     * Several studies in one part, one after the other: key, time and tempo change where they begin, and their number and
     * title stand above; bars count on.
     *
     * @param non-empty-list<Part>   $parts
     * @param non-empty-list<string> $numbers
     */
    public static function sheet(array $parts, array $numbers): string
    {
        $writer = new self($parts[0], false, BarLayout::SYSTEM);
        $writer->more = \array_slice($parts, 1);
        $writer->numbers = $numbers;

        return $writer->document();
    }

    private function document(): string
    {
        $xml = $this->xml;
        $xml->openMemory();
        if (!$this->forEngraving) {
            $xml->setIndent(true);
            $xml->setIndentString('  ');
        }
        $xml->startDocument('1.0', 'UTF-8');
        $xml->writeDtd('score-partwise', '-//Recordare//DTD MusicXML 4.0 Partwise//EN', 'http://www.musicxml.org/dtds/partwise.dtd');
        $xml->startElement('score-partwise');
        $xml->writeAttribute('version', '4.0');
        if (!$this->forEngraving) {
            $this->header();
        }
        $xml->startElement('part-list');
        $xml->startElement('score-part');
        $xml->writeAttribute('id', 'P1');
        $xml->writeElement('part-name', $this->forEngraving ? '' : $this->part->instrument->name);
        if (!$this->forEngraving) {
            $this->sound();
        }
        $xml->endElement();
        $xml->endElement();
        $xml->startElement('part');
        $xml->writeAttribute('id', 'P1');
        foreach ([$this->part, ...$this->more] as $this->place => $this->part) {
            $bars = BarLayout::bars($this->part->study, $this->perSystem);
            foreach ($bars as $i => $bar) {
                $this->bar($bar, $i === \count($bars) - 1);
            }
            $this->barsBefore += $bars[\count($bars) - 1]->number;
        }
        $xml->endElement();
        $xml->endElement();
        $xml->endDocument();

        return $xml->outputMemory();
    }

    private function header(): void
    {
        $xml = $this->xml;
        $xml->startElement('work');
        $xml->writeElement('work-title', $this->part->writtenTitle());
        $xml->endElement();
        $xml->writeElement('movement-title', $this->part->line());
        $xml->startElement('identification');
        $xml->startElement('encoding');
        $xml->writeElement('software', 'Swift Reed');
        $xml->endElement();
        $xml->endElement();
    }

    private function sound(): void
    {
        $xml = $this->xml;
        $xml->startElement('score-instrument');
        $xml->writeAttribute('id', 'P1-I1');
        $xml->writeElement('instrument-name', $this->part->instrument->name);
        $xml->endElement();
        $xml->startElement('midi-instrument');
        $xml->writeAttribute('id', 'P1-I1');
        $xml->writeElement('midi-channel', '1');
        $xml->writeElement('midi-program', (string) ($this->part->instrument->midiProgram + 1));
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
        if ($bar->beginsSystem && (!$isFirst || $this->place > 0)) {
            $xml->startElement('print');
            $xml->writeAttribute($this->forEngraving ? 'new-page' : 'new-system', 'yes');
            $xml->endElement();
        }
        if ($isFirst) {
            $this->attributes();
            if (!$this->forEngraving) {
                $this->title();
                $this->tempo();
            }
        }
        foreach ($bar->items as $item) {
            $this->item($item);
        }
        if ($this->part->study->isUntimed() || $isLast) {
            $xml->startElement('barline');
            $xml->writeAttribute('location', 'right');
            $xml->writeElement('bar-style', $isLast ? 'light-heavy' : 'none');
            $xml->endElement();
        }
        $xml->endElement();
    }

    /** Number and key above the first bar of each study of a sheet. */
    private function title(): void
    {
        if ([] === $this->numbers) {
            return;
        }
        $xml = $this->xml;
        $xml->startElement('direction');
        $xml->writeAttribute('placement', 'above');
        $xml->startElement('direction-type');
        $xml->writeElement('rehearsal', $this->numbers[$this->place]);
        $xml->endElement();
        $xml->startElement('direction-type');
        $xml->writeElement('words', $this->part->writtenTitle());
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
        $mode = str_contains($study->recipe->material->name, 'minor') ? 'minor' : $study->recipe->material->name;
        if ($study->recipe->material->printsSignature && \in_array($mode, [...self::MODES, 'minor'], true)) {
            $xml->writeElement('mode', $mode);
        }
        $xml->endElement();
        if (!$study->isUntimed()) {
            $xml->startElement('time');
            $xml->writeElement('beats', (string) $study->time()->beats());
            $xml->writeElement('beat-type', (string) $study->time()->beatType());
            $xml->endElement();
        }
        $xml->startElement('clef');
        $isBass = 'bass' === $this->part->instrument->clef;
        $xml->writeElement('sign', $isBass ? 'F' : 'G');
        $xml->writeElement('line', $isBass ? '4' : '2');
        $xml->endElement();
        $this->transpose();
        $xml->endElement();
    }

    private function transpose(): void
    {
        $up = $this->part->instrument->transposition->writtenAboveSounding;
        if ($this->forEngraving || 0 === $up->halfSteps) {
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

    private function tempo(): void
    {
        $xml = $this->xml;
        $tempo = $this->part->study->recipe->tempo;
        [$over, $under] = array_map(intval(...), explode('/', $tempo->unit));
        [$name, $dots] = NoteValues::of(intdiv(Length::WHOLE * $over, $under));
        $xml->startElement('direction');
        $xml->writeAttribute('placement', 'above');
        if ($tempo->printed) {
            $xml->startElement('direction-type');
            $xml->startElement('metronome');
            $xml->writeElement('beat-unit', $name);
            for ($i = 0; $i < $dots; ++$i) {
                $xml->writeElement('beat-unit-dot');
            }
            $xml->writeElement('per-minute', (string) $tempo->bpm);
            $xml->endElement();
            $xml->endElement();
        } else {
            $xml->startElement('direction-type');
            $xml->writeElement('words');
            $xml->endElement();
        }
        $xml->startElement('sound');
        $xml->writeAttribute('tempo', rtrim(rtrim(\sprintf('%.2f', $tempo->quarters()), '0'), '.'));
        $xml->endElement();
        $xml->endElement();
    }

    private function item(BarItem $item): void
    {
        $xml = $this->xml;
        $note = $item->isRest() ? null : $this->part->study->notes[$item->note];
        $xml->startElement('note');
        if (null !== $note) {
            $xml->writeAttribute('id', ($this->place > 0 ? 's'.($this->place + 1).'-' : '').'n'.$item->note.($item->tiedFrom ? 't'.$item->onset : ''));
            $this->pitch($note);
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
        if ('' !== $item->accidental) {
            $xml->writeElement('accidental', 'natural' === $item->accidental ? 'natural' : Accidental::parse($item->accidental)->musicXml());
        }
        if ($item->isTriplet) {
            $xml->startElement('time-modification');
            $xml->writeElement('actual-notes', '3');
            $xml->writeElement('normal-notes', '2');
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
        if (null !== $note && !$item->tiedFrom && !$this->forEngraving) {
            $xml->startElement('lyric');
            $xml->writeAttribute('number', '1');
            $xml->writeElement('syllabic', 'single');
            $xml->writeElement('text', KeyNames::pageDegree($note->tone->degree, $note->tone->number));
            $xml->endElement();
        }
        $xml->endElement();
    }

    private function pitch(StudyNote $note): void
    {
        $pitch = $note->pitch();
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
        if ('' !== $item->tupletEdge) {
            $marks[] = ['tuplet', $item->tupletEdge];
        }
        $soft = null !== $note && Attack::Soft === $note->attack && !$item->tiedFrom;
        $breath = null !== $note && $note->breathAfter && !$item->tiedTo;
        $fingering = null !== $note && !$item->tiedFrom && !$this->forEngraving ? $this->part->plan->notes[$item->note]->fingering->text : '';
        if ([] === $marks && !$soft && !$breath && '' === $fingering) {
            return;
        }
        $xml->startElement('notations');
        foreach ($marks as [$name, $type]) {
            $xml->startElement($name);
            $xml->writeAttribute('type', $type);
            if ('slur' === $name) {
                $xml->writeAttribute('number', '1');
            }
            $xml->endElement();
        }
        if ('' !== $fingering) {
            $xml->startElement('technical');
            $xml->writeElement('fingering', $fingering);
            $xml->endElement();
        }
        if ($soft || $breath) {
            $xml->startElement('articulations');
            if ($soft) {
                $xml->writeElement('tenuto');
            }
            if ($breath) {
                $xml->writeElement('breath-mark');
            }
            $xml->endElement();
        }
        $xml->endElement();
    }
}
