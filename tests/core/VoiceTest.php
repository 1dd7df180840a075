<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use SwiftReed\Fingering\PinError;
use SwiftReed\Fingering\PlannedNote;
use SwiftReed\Fingering\Tendency;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\FingeringUse;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Line\StudyLineError;
use SwiftReed\Pitch\Accidental;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Player\PlayerError;
use SwiftReed\Player\Stage;
use SwiftReed\Score\Part;
use SwiftReed\Score\Told;
use SwiftReed\Study\StudyError;

/**
 * Every sentence of the voice is read back, as a pupil would follow it, and held against the plan: what it says is down is
 * down, what it says moves moves, and nothing else.
 */
final class VoiceTest extends TestCase
{
    /** Lines in the daily run; VOICE_LINES=5000 reads so many. */
    private const LINES = 300;
    private const NUMBERS = [
        'one' => 1, 'two' => 2, 'three' => 3, 'four' => 4, 'five' => 5, 'six' => 6, 'seven' => 7, 'eight' => 8,
    ];
    private const ORDINALS = [
        'first' => 1, 'second' => 2, 'third' => 3, 'fourth' => 4, 'fifth' => 5, 'sixth' => 6, 'seventh' => 7,
    ];
    private const PARTS = [
        'an eighth' => 0.125, 'a fifth' => 0.2, 'a quarter' => 0.25, 'a third' => 0.3333, 'half' => 0.5,
        'two thirds' => 0.6667, 'three quarters' => 0.75, 'a whole position' => 1.0,
    ];
    private const FINGERS = ['index' => '1', 'middle' => '2', 'ring' => '3', 'little' => '4'];
    /** Set-ups that are drawn besides the bare instruments: another chart, another tube, another slide. */
    private const SETUPS = [
        'horn-f' => ['double', 'single-bb', 'double-low'], 'trombone' => ['f-attachment', 'pedals'],
        'bass-trombone' => ['two-valves'], 'euphonium-bc' => ['4-valves', 'compensating', 'third-slide', 'main-trigger'],
        'tuba-bbb' => ['4-valves', '5-valves', 'first-slide', 'pedals'], 'oboe' => ['left-f', 'f-vent'],
        'clarinet-bb' => ['left-first', 'switching', 'ready-always'], 'alto-sax' => ['one-and-one', 'side-bb'],
        'flute' => ['one-and-one'], 'bass-clarinet' => ['low-c'],
    ];

    /** @var list<array{Part, string}> */
    private static array $parts = [];

    public static function setUpBeforeClass(): void
    {
        $dice = new Randomizer(new Mt19937(20261202));
        $pick = static fn (array $list): mixed => $list[$dice->getInt(0, \count($list) - 1)];
        $ids = array_values(array_diff(Support::instruments()->ids(), ['glockenspiel', 'xylophone', 'keyboard']));
        $patterns = Support::parts()->patterns->names();
        $wanted = (int) (getenv('VOICE_LINES') ?: self::LINES);
        while (\count(self::$parts) < $wanted) {
            $pattern = $pick(['straight', 'straight', 'straight', ...$patterns]);
            $line = 'own '.$pick(['C', 'C#', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B', 'Cb']).' '
                .$pick(['major', 'major', 'harmonic minor', 'melodic minor', 'chromatic', 'arpeggio', 'blues', 'whole tone'])
                .$pick(['', ', 2 octaves', ', full range'])
                .('straight' === $pattern ? '' : ', '.$pattern)
                .$pick([', whole notes', ', quarters', ', eighths', ', sixteenths', ', long ends'])
                .$pick(['', ', slurred', ', slur 2 tongue 2'])
                .$pick([', quarter = 60', ', quarter = 72', ', quarter = 100', ', quarter = 132']);
            $id = $pick($ids);
            $setup = $pick([[], ...array_map(static fn (string $one): array => [$one], self::SETUPS[$id] ?? [])]);
            $stage = $pick(Stage::cases());
            $instrument = Support::instruments()->instrument($id, $setup);
            $tendencies = 0 === $dice->getInt(0, 3) ? self::tendencies($instrument, $dice) : [];
            try {
                $part = Support::built($line, $instrument, $stage, tendencies: $tendencies);
            } catch (StudyError|StudyLineError|PlayerError|PinError) {
                continue; // it does not lie on this instrument
            }
            self::$parts[] = [
                $part,
                \sprintf('%s for %s %s, %s', $line, $id, implode(',', $setup), $stage->value),
            ];
        }
    }

    public static function tearDownAfterClass(): void
    {
        self::$parts = [];
    }

    /** @return list<Tendency> */
    private static function tendencies(Instrument $instrument, Randomizer $dice): array
    {
        $notes = Support::range($instrument);

        return array_map(static fn (): Tendency => Tendency::parse(\sprintf(
            '%s %s %d',
            $notes[$dice->getInt(0, \count($notes) - 1)]->text(),
            0 === $dice->getInt(0, 1) ? 'flat' : 'sharp',
            $dice->getInt(5, 45),
        )), range(1, 12));
    }

    public function testTheFingeringIsSaidWhole(): void
    {
        foreach (self::$parts as [$part, $here]) {
            $told = Told::english($part);
            foreach ($part->plan->notes as $i => $planned) {
                $whole = $told->voice($i)['whole'];
                $this->checkWhole($part, $i, $planned, $whole, $here.', note '.($i + 1).': '.$whole);
            }
        }
        self::assertNotSame([], self::$parts);
    }

    private function checkWhole(Part $part, int $i, PlannedNote $planned, string $whole, string $where): void
    {
        $touches = self::sorted([...$planned->fingering->touches, ...$planned->held]);
        $text = lcfirst(rtrim($whole, '.'));
        match ($part->instrument->mechanism()->kind()) {
            MechanismKind::Valves => self::assertSame($touches, self::sorted(self::valves($text)), $where),
            MechanismKind::Slide => $this->checkPosition($part, $i, $planned->fingering, $text, $where),
            default => self::assertSame($touches, self::sorted($this->keys($part, $i, $text, $where)), $where),
        };
    }

    /** @return list<string> what "thumb, one and two" holds down */
    private static function valves(string $text): array
    {
        $touches = str_starts_with($text, 'thumb, ') ? ['T'] : [];
        $rest = (string) preg_replace('/^thumb, /', '', $text);
        foreach ('open' === $rest ? [] : (preg_split('/, | and /', $rest) ?: []) as $word) {
            $touches[] = 'v'.(self::NUMBERS[$word] ?? 'what');
        }

        return $touches;
    }

    /** @return list<string> what "thumb and three left, one right, register key" holds down */
    private function keys(Part $part, int $i, string $text, string $where): array
    {
        if ('open: no fingers down' === $text) {
            return [];
        }
        $found = [];
        foreach (explode(', ', (string) preg_replace('/^thumb and /', 'thumb, ', $text)) as $one) {
            if ('thumb' === $one) {
                $found[] = $this->hole($part, 'LT');
            } elseif (1 === preg_match('/^(one|two|three) (left|right)$/', $one, $m)) {
                for ($k = 1; $k <= self::NUMBERS[$m[1]]; ++$k) {
                    $found[] = $this->hole($part, ('left' === $m[2] ? 'L' : 'R').$k);
                }
            } elseif (1 === preg_match('/^(left|right) ([a-z]+) finger on half its hole$/', $one, $m)) {
                $found[] = $this->touchOf($part, self::finger($m[1], $m[2]), static fn ($touch): bool => $touch->isHalfHole);
            } elseif (1 === preg_match('/^(left|right) ((?:index|middle|ring)(?: and (?:middle|ring))?)$/', $one, $m)) {
                foreach (explode(' and ', $m[2]) as $name) {
                    $found[] = $this->hole($part, self::finger($m[1], $name));
                }
            } else {
                $found[] = $this->named($part, $i, (string) preg_replace('/^a flick of the /', '', $one), $where);
            }
        }

        return $found;
    }

    private static function finger(string $hand, string $name): string
    {
        return ('left' === $hand ? 'L' : 'R').('thumb' === $name ? 'T' : self::FINGERS[$name]);
    }

    private function hole(Part $part, string $finger): string
    {
        return $this->touchOf($part, $finger, static fn ($touch): bool => $touch->isHole);
    }

    /** @param \Closure(\SwiftReed\Instrument\Touch): bool $is */
    private function touchOf(Part $part, string $finger, \Closure $is): string
    {
        foreach ($part->instrument->mechanism()->touches() as $id => $touch) {
            if ($touch->finger === $finger && $is($touch)) {
                return $id;
            }
        }
        self::fail($part->instrument->id.' has no such touch under '.$finger);
    }

    /** The touch of that name on note i. */
    private function named(Part $part, int $i, string $name, string $where): string
    {
        $on = $part->study->notes[$i]->pitch();
        foreach ($part->instrument->mechanism()->touches() as $id => $touch) {
            if (($part->instrument->called($id, $on) ?? $touch->says) === $name || lcfirst($touch->says) === $name) {
                return $id;
            }
        }
        self::fail($where.': no touch is called "'.$name.'"');
    }

    private function checkPosition(Part $part, int $i, Fingering $fingering, string $text, string $where): void
    {
        $triggers = ['F trigger' => 'T', 'second trigger' => 'V', 'both triggers' => 'TV'];
        $side = null;
        foreach ($triggers as $says => $letters) {
            if (str_starts_with(ucfirst($text), ucfirst($says).', ')) {
                $side = $letters;
                $text = substr($text, \strlen($says) + 2);
            }
        }
        self::assertSame($fingering->side, $side, $where);
        self::assertEqualsWithDelta($this->place($part, $i), self::placeOf($text), 0.19, $where);
    }

    /**
     * Where the slide really is, in usual positions, from the handbook's formula: a position k with a trigger that lowers
     * by b half steps lies at 1 + 12·log2(1 + 2^(b/12)·(2^((k−1)/12) − 1)); it is set by the cents of the note.
     */
    private function place(Part $part, int $i): float
    {
        $fingering = $part->plan->notes[$i]->fingering;
        $slide = $fingering->onSlide();
        $lowers = ['' => 0, 'T' => 5, 'V' => 4, 'TV' => 8][(string) $fingering->side];
        $cents = $part->cents($i);
        $isSet = abs($cents) > 10 && !(1 === $slide->position && $cents < 0);
        $k = $slide->position + ($isSet ? $cents / 100 : 0);

        return 1 + 12 * log(1 + 2 ** ($lowers / 12) * (2 ** (($k - 1) / 12) - 1), 2);
    }

    /** Where words put the slide: "second position, a third in", "a little beyond fourth". */
    private static function placeOf(string $text): float
    {
        $by = 0.0;
        if (1 === preg_match('/^(.*), (.+) (in|out),?$/', $text, $m)) {
            $text = $m[1];
            $by = self::PARTS[$m[2]] * ('in' === $m[3] ? -1 : 1);
        }
        if (1 === preg_match('/^(?:where )?(\w+)(?: position| is)?$/', $text, $m)) {
            return self::ORDINALS[$m[1]] + $by;
        }
        if (1 === preg_match('/^a little beyond (\w+)$/', $text, $m)) {
            return self::ORDINALS[$m[1]] + 0.25 + $by;
        }
        if (1 === preg_match('/^a little short of (\w+)$/', $text, $m)) {
            return self::ORDINALS[$m[1]] - 0.25 + $by;
        }
        if (1 === preg_match('/^between (\w+) and (\w+)$/', $text, $m)) {
            self::assertSame(self::ORDINALS[$m[1]] + 1, self::ORDINALS[$m[2]], $text);

            return self::ORDINALS[$m[1]] + 0.5 + $by;
        }
        self::assertSame('at the very end, beyond seventh', $text);

        return 7.35 + $by;
    }

    public function testWhatIsSaidToChangeMakesTheNextFingeringOfTheLast(): void
    {
        foreach (self::$parts as [$part, $here]) {
            $told = Told::english($part);
            foreach ($part->plan->notes as $i => $planned) {
                $voice = $told->voice($i);
                if (0 === $i) {
                    self::assertNull($voice['changed'], $here);
                    continue;
                }
                $where = $here.', note '.($i + 1).': '.$voice['changed'];
                self::assertNotNull($voice['changed'], $where);
                MechanismKind::Slide === $part->instrument->mechanism()->kind()
                    ? $this->checkSlide($part, $i, $voice['changed'], $where)
                    : $this->checkChange($part, $i, $voice['changed'], $voice['ready'], $where);
            }
        }
        self::assertNotSame([], self::$parts);
    }

    private function checkChange(Part $part, int $i, string $changed, ?string $ready, string $where): void
    {
        $before = $part->plan->notes[$i - 1];
        $after = $part->plan->notes[$i];
        $held = array_values(array_diff($before->down(), $before->fingering->momentary));
        $down = $held;
        $isStill = true;
        $saysStays = false;
        foreach (explode('; ', lcfirst(rtrim($changed, '.'))) as $clause) {
            if (\in_array($clause, ['the same again', 'nothing moves'], true) || str_starts_with($clause, 'same valves, ')) {
                $this->checkSame($part, $i, $clause, $where);
                continue;
            }
            if ('all else stays' === $clause || 1 === preg_match('/ stays? down$/', $clause)) {
                $saysStays = true;
                if ('all else stays' !== $clause) {
                    $stay = self::said((string) preg_replace('/ stays? down$/', '', $clause));
                    self::assertSame(self::sorted($stay), self::sorted(array_intersect($held, $after->down())), $where);
                }
                continue;
            }
            $isStill = false;
            [$up, $on] = $this->moved($part, $i, $clause, $where);
            self::assertSame([], array_diff($up, $down), $where.' — '.$clause.': it was not down');
            self::assertSame([], array_intersect($on, array_diff($down, $up)), $where.' — '.$clause.': it was down');
            $down = array_values(array_diff([...$down, ...$on], $up));
        }
        $set = array_values(array_diff($after->resting, $held));
        self::assertSame([] !== $set, null !== $ready, $where);
        self::assertSame(self::sorted(array_diff($after->down(), $set)), self::sorted($down), $where);
        if ($isStill) {
            self::assertSame([], array_diff($held, $after->down()), $where);
        } else {
            self::assertSame([] !== array_intersect($held, $after->down()), $saysStays, $where.': what stays');
        }
    }

    private function checkSame(Part $part, int $i, string $clause, string $where): void
    {
        [$one, $other] = [$part->study->notes[$i - 1]->pitch(), $part->study->notes[$i]->pitch()];
        if ('the same again' === $clause) {
            self::assertSame($one->midi(), $other->midi(), $where);

            return;
        }
        if (1 === preg_match('/^same (?:valves|position), (?:next partial|(\w+) partials) (up|down)$/', $clause, $m)) {
            self::assertSame($other->midi() > $one->midi() ? 'up' : 'down', $m[2], $where);
            $from = (int) $part->plan->notes[$i - 1]->fingering->partial;
            $to = (int) $part->plan->notes[$i]->fingering->partial;
            $steps = 0;
            for ($n = min($from, $to) + 1; $n <= max($from, $to); ++$n) {
                $steps += \in_array($n, [7, 11, 13, 14], true) && $n !== max($from, $to) ? 0 : 1;
            }
            // A seventh partial from which it starts is passed over in counting, too.
            self::assertSame('' === $m[1] ? 1 : self::NUMBERS[$m[1]], max(1, $steps), $where);

            return;
        }
        self::assertSame('nothing moves', $clause, $where);
    }

    /** @return list<string> "one, two and the thumb" */
    private static function said(string $text): array
    {
        return array_map(
            static fn (string $word): string => 'the thumb' === $word ? 'T' : 'v'.self::NUMBERS[$word],
            preg_split('/, | and /', $text) ?: [],
        );
    }

    /** @return array{list<string>, list<string>} what comes up, and what goes down */
    private function moved(Part $part, int $i, string $clause, string $where): array
    {
        if (MechanismKind::Valves === $part->instrument->mechanism()->kind()) {
            self::assertSame(1, preg_match('/^(.*) (?:comes?|go(?:es)?) (up|down)$/', $clause, $m), $where);
            $touches = self::said($m[1]);

            return 'up' === $m[2] ? [$touches, []] : [[], $touches];
        }
        if (1 === preg_match('/^(.*) (?:goes|rolls) from (.*) to (.*)$/', $clause, $m)) {
            $finger = $this->worker($m[1]);

            return [[$this->spot($part, $i - 1, $finger, $m[2], $where)], [$this->spot($part, $i, $finger, $m[3], $where)]];
        }
        if (1 === preg_match('/^(.*) lands on half its hole$/', $clause, $m)) {
            return [[], [$this->spot($part, $i, $this->worker($m[1]), 'half its hole', $where)]];
        }
        if (1 === preg_match('/^(.*) (presses|flicks|leaves) the (.*)$/', $clause, $m)) {
            $touch = $this->named($part, 'leaves' === $m[2] ? $i - 1 : $i, $m[3], $where);
            $pressed = $part->instrument->mechanism()->touches()[$touch];
            str_contains($m[1], 'hand at the base')
                ? self::assertSame(['palm', $pressed->isLeft()], [$pressed->part, str_contains($m[1], 'left')], $where)
                : self::assertSame($pressed->finger, $this->worker($m[1]), $where);

            return 'leaves' === $m[2] ? [[$touch], []] : [[], [$touch]];
        }
        self::assertSame(1, preg_match('/^(.*) (lifts?|lands?)$/', $clause, $m), $where);
        $touches = [];
        foreach ($this->fingers($m[1]) as $finger) {
            $hole = $this->hole($part, $finger);
            $isHalf = str_starts_with($m[2], 'lift') && !\in_array($hole, $part->plan->notes[$i - 1]->down(), true);
            $touches[] = $isHalf ? $this->spot($part, $i, $finger, 'half its hole', $where) : $hole;
        }
        self::assertSame(1 === \count($touches), \in_array($m[2], ['lifts', 'lands'], true), $where);

        return str_starts_with($m[2], 'lift') ? [$touches, []] : [[], $touches];
    }

    /** The finger that works: "the side of the right index finger". */
    private function worker(string $text): string
    {
        if (1 === preg_match('/^the (left|right) hand at the base of the index finger$/', $text, $m)) {
            return 'left' === $m[1] ? 'L1' : 'R1';
        }
        $bare = (string) preg_replace('/^the (?:side|first knuckle) of /', '', $text);

        return $this->fingers($bare)[0];
    }

    private function spot(Part $part, int $i, string $finger, string $text, string $where): string
    {
        return match ($text) {
            'its hole' => $this->hole($part, $finger),
            'half its hole' => $this->touchOf($part, $finger, static fn ($touch): bool => $touch->isHalfHole),
            default => $this->named($part, $i, (string) preg_replace('/^the /', '', $text), $where),
        };
    }

    /** @return non-empty-list<string> "the left middle and ring fingers and the three fingers of the right hand" */
    private function fingers(string $text): array
    {
        $found = [];
        $rest = $text;
        while ('' !== $rest) {
            if (1 === preg_match('/^(?:, | and )?the three fingers of the (left|right) hand/', $rest, $m)) {
                array_push($found, ...array_map(static fn (int $k): string => ('left' === $m[1] ? 'L' : 'R').$k, [1, 2, 3]));
            } elseif (1 === preg_match('/^(?:, | and )?the (left|right) (thumb)/', $rest, $m)) {
                $found[] = self::finger($m[1], $m[2]);
            } elseif (1 === preg_match('/^(?:, | and )?the (left|right) ((?:\w+)(?: and \w+)?) fingers?/', $rest, $m)) {
                foreach (explode(' and ', $m[2]) as $name) {
                    $found[] = self::finger($m[1], $name);
                }
            } else {
                self::fail('"'.$text.'" names no fingers');
            }
            $rest = substr($rest, \strlen($m[0]));
        }
        self::assertNotSame([], $found);

        return $found;
    }

    private function checkSlide(Part $part, int $i, string $changed, string $where): void
    {
        [$old, $new] = [$part->plan->notes[$i - 1]->fingering, $part->plan->notes[$i]->fingering];
        $triggers = (string) $old->side;
        $by = $this->place($part, $i) - $this->place($part, $i - 1);
        $saysSlide = false;
        foreach (explode('; ', lcfirst(rtrim($changed, '.'))) as $clause) {
            if ('the same again' === $clause || str_starts_with($clause, 'same position, ')) {
                $this->checkSame($part, $i, $clause, $where);
                self::assertEqualsWithDelta(0.0, $by, 0.041, $where);
                self::assertSame($old->side, $new->side, $where);
                $saysSlide = true;
            } elseif ('the slide stays' === $clause) {
                self::assertEqualsWithDelta(0.0, $by, 0.041, $where);
                $saysSlide = true;
            } elseif (1 === preg_match('/^the slide (goes out|comes in), from (.*) to (.*)$/', $clause, $m)) {
                self::assertSame($by > 0 ? 'goes out' : 'comes in', $m[1], $where);
                self::assertEqualsWithDelta($this->place($part, $i - 1), self::placeOf(rtrim($m[2], ',')), 0.19, $where);
                self::assertEqualsWithDelta($this->place($part, $i), self::placeOf($m[3]), 0.19, $where);
                $saysSlide = true;
            } elseif (1 === preg_match('/^the slide (goes out|comes in) (.*?)(?: of a position| a position)?$/', $clause, $m)) {
                self::assertSame($by > 0 ? 'goes out' : 'comes in', $m[1], $where);
                self::assertEqualsWithDelta(abs($by), self::PARTS[$m[2]], 0.13, $where);
                $saysSlide = true;
            } else {
                self::assertSame(1, preg_match('/^the (F|second) trigger (comes up|goes down)$/', $clause, $m), $where);
                $letter = 'F' === $m[1] ? 'T' : 'V';
                self::assertSame('comes up' === $m[2], str_contains($triggers, $letter), $where);
                $triggers = 'comes up' === $m[2] ? str_replace($letter, '', $triggers) : $triggers.$letter;
            }
        }
        self::assertTrue($saysSlide, $where);
        self::assertSame((string) $new->side, 'VT' === $triggers ? 'TV' : $triggers, $where);
    }

    public function testTuningIsOfThisNoteAndNamesWhatItsPlayerMoves(): void
    {
        $read = 0;
        foreach (self::$parts as [$part, $here]) {
            $told = Told::english($part);
            $isBrass = \in_array(
                $part->instrument->mechanism()->kind(),
                [MechanismKind::Valves, MechanismKind::Slide],
                true,
            );
            foreach ($part->plan->notes as $i => $planned) {
                $says = $told->voice($i)['tuning'];
                $cents = $part->cents($i);
                $where = $here.', note '.($i + 1).' '.$planned->fingering->text.': '.$says;
                self::assertSame($isBrass && abs($cents) > 10.0, null !== $says, $where);
                if (null === $says) {
                    continue;
                }
                ++$read;
                self::assertSame(1, preg_match('/^(?:For you )?(\d+) cents? (sharp|flat)[:,]/', $says, $m), $where);
                self::assertSame((int) round(abs($cents)), (int) $m[1], $where);
                self::assertSame($cents > 0 ? 'sharp' : 'flat', $m[2], $where);
                self::assertSame(
                    $cents !== $planned->fingering->cents,
                    str_starts_with($says, 'For you '),
                    $where,
                );
                $this->checkAct($part, $planned->fingering, $cents, $says, $where);
            }
        }
        self::assertGreaterThan(500, $read);
    }

    private function checkAct(Part $part, Fingering $fingering, float $cents, string $says, string $where): void
    {
        $slides = $part->instrument->usedSlides;
        if (1 === preg_match('/: (third|first) slide out/', $says, $m)) {
            $valve = (string) self::ORDINALS[$m[1]];
            self::assertStringContainsString($valve, (string) $fingering->valves, $where);
            self::assertStringContainsString($valve, $slides, $where);
            self::assertGreaterThan(0.0, $cents, $where);
        }
        if (str_contains($says, 'hand in the bell')) {
            self::assertSame('horn-f', $part->instrument->id, $where);
            self::assertStringContainsString($cents > 0 ? 'close' : 'open', $says, $where);
        }
        if (str_contains($says, 'lip it') && 'horn-f' !== $part->instrument->id) {
            self::assertLessThanOrEqual(20.0, abs($cents), $where);
            self::assertStringContainsString($cents > 0 ? 'lip it down' : 'lip it up', $says, $where);
        }
        if (1 === preg_match('/: slide (.*?)(?: of a position| a position)? (in|out)\.$/', $says, $m)) {
            self::assertSame($cents > 0 ? 'out' : 'in', $m[2], $where);
            self::assertNotNull($fingering->slide, $where);
            self::assertEqualsWithDelta(abs($cents) / 100, self::PARTS[$m[1]], 0.2, $where);
            self::assertTrue($cents > 0 || $fingering->slide->position > 1, $where);
        }
        if (str_contains($says, 'first position')) {
            self::assertSame(1, $fingering->slide?->position, $where);
        }
        if (str_contains($says, 'open valves')) {
            self::assertSame('0', $fingering->valves, $where);
        }
    }

    public function testOtherNamesLikenessReasonsAndBreathsAreTrue(): void
    {
        $read = ['other_name' => 0, 'why' => 0, 'breath' => 0, 'others' => 0];
        foreach (self::$parts as [$part, $here]) {
            $told = Told::english($part);
            foreach ($part->plan->notes as $i => $planned) {
                $voice = $told->voice($i);
                $note = $part->study->notes[$i];
                $where = $here.', note '.($i + 1).' '.$note->pitch()->text().': ';
                foreach (array_keys($read) as $field) {
                    $read[$field] += null === $voice[$field] ? 0 : 1;
                }
                if (null !== $voice['other_name']) {
                    $this->checkOtherName($part, $i, $voice['other_name'], $where.$voice['other_name']);
                }
                $choices = array_filter(
                    \array_slice($part->instrument->fingerings($note->pitch()), 1),
                    static fn (Fingering $one): bool => FingeringUse::Trill !== $one->use,
                );
                $isUsual = FingeringUse::Default === $planned->fingering->use;
                self::assertSame(!$isUsual || [] !== $choices, null !== $voice['why'], $where.$voice['why']);
                $isAtTheEnd = !isset($part->study->notes[$i + 1]);
                self::assertSame($note->breathAfter && !$isAtTheEnd, null !== $voice['breath'], $where);
                if (str_contains((string) $voice['breath'], 'out of the long note')) {
                    self::assertGreaterThanOrEqual(2 * $part->study->time()->beatTicks(), $note->length, $where);
                }
            }
        }
        foreach ($read as $field => $count) {
            self::assertGreaterThan(30, $count, $field);
        }
    }

    private function checkOtherName(Part $part, int $i, string $says, string $where): void
    {
        self::assertSame(1, preg_match('/^(.+): the same as (.+)\.$/', $says, $m), $where);
        $signs = ['♯' => '#', '♭' => 'b'];
        $other = NoteName::parse(strtr($m[2], $signs));
        $name = $part->study->notes[$i]->pitch()->name();
        self::assertTrue($name->equals(NoteName::parse(strtr($m[1], $signs))), $where);
        self::assertSame($name->pitchClass(), $other->pitchClass(), $where);
        self::assertFalse($name->equals($other), $where);
        $inLine = array_filter($part->study->notes, static fn ($note): bool => $note->pitch()->name()->equals($other));
        self::assertTrue([] !== $inLine || abs($part->study->signature->fifths) >= 5, $where);
        self::assertLessThanOrEqual(2, abs(Accidental::of($other->alter)->halfSteps), $where);
    }

    /**
     * @param array<string> $touches
     *
     * @return list<string>
     */
    private static function sorted(array $touches): array
    {
        $touches = array_values(array_unique($touches));
        sort($touches);

        return $touches;
    }
}
