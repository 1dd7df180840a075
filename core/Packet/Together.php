<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Pitch\Pitch;
use SwiftReed\Score\BandPart;
use SwiftReed\Score\Score;
use SwiftReed\Study\Study;
use SwiftReed\Time\NoteValues;
use SwiftReed\Words\Wording;

/**
 * Whether a band sounds together: the same onsets and lengths in every part, and at each onset the same note in any
 * octave. Where parts differ, what most of them have is right, and of two alike the one that stands higher in the
 * score.
 *
 * Source: the handbook, chapter 6 (common practice).
 */
final readonly class Together
{
    /** Places that are named, of a part that is apart throughout. */
    public const NAMED = 24;
    /** Players who are named in one sentence. */
    private const SPOKEN = 4;

    /**
     * @param int         $voices 1 for a line that all play
     * @param VoicesTogether|null $between how the voices of a line go together; null for a line without
     * @param list<Apart> $breaks in the order of the music, at most {@see NAMED} of each part
     */
    private function __construct(
        public int $parts,
        public array $breaks,
        public int $voices = 1,
        public ?VoicesTogether $between = null,
    ) {
    }

    /** Of a piece in voices, whether those of each voice are together. */
    public static function of(Score $score): self
    {
        return self::ofStudies(array_map(
            static fn (BandPart $one): array => [$one->player, $one->part->study],
            $score->parts,
        ));
    }

    /**
     * The same without fingerings.
     *
     * @param list<array{string, Study}> $parts names and what they play, in the order of the score
     */
    public static function ofStudies(array $parts): self
    {
        $voices = [];
        foreach ($parts as $part) {
            $voices[$part[1]->piece.' '.$part[1]->voice?->key()][] = $part;
        }
        $each = array_map(self::inUnison(...), array_values($voices));

        return new self(
            \count($parts),
            array_merge([], ...array_map(static fn (self $one): array => $one->breaks, $each)),
            max(1, \count($voices)),
            [] === $voices || null === $parts[0][1]->voice ? null : VoicesTogether::of(
                array_map(static fn (array $voice): array => $voice[0], array_values($voices)),
                $parts,
            ),
        );
    }

    /** @param list<array{string, Study}> $parts */
    private static function inUnison(array $parts): self
    {
        $at = [];
        $pitches = [];
        foreach ($parts as $p => [, $study]) {
            foreach ($study->notes as $i => $note) {
                $at[$note->onset][$p] = [$note->length, $note->sounding->name()->pitchClass(), $note->bar, $i];
                $pitches[$note->sounding->name()->pitchClass()] ??= $note->sounding;
            }
        }
        ksort($at);
        $breaks = [];
        $named = [];
        $inBar = [];
        foreach ($at as $here) {
            $norm = self::norm($here, \count($parts));
            $bar = null === $norm ? $here[array_key_first($here)][2] : $norm[2];
            $inBar[$bar] = ($inBar[$bar] ?? 0) + (null === $norm ? 0 : 1);
            foreach ($parts as $p => [$player, $study]) {
                $what = self::differs($here[$p] ?? null, $norm, $pitches, $study);
                if (null !== $what && ($named[$p] = ($named[$p] ?? 0) + 1) <= self::NAMED) {
                    $breaks[] = new Apart($bar, max(1, $inBar[$bar]), $player, $what);
                }
            }
        }

        return new self(\count($parts), $breaks);
    }

    public function holds(): bool
    {
        return [] === $this->breaks;
    }

    /** "All 9 parts sound together", or the first place of each part that does not; how voices go together. */
    public function says(): string
    {
        return trim($this->inVoices().' '.$this->between?->says());
    }

    private function inVoices(): string
    {
        if ($this->holds()) {
            return 1 === $this->parts
                ? Wording::of('together.one-part-so')
                : (
                    1 === $this->voices
                        ? Wording::of('together.all-parts-sound', ['parts' => $this->parts])
                        : Wording::of('together.all-parts-sound-together', [
                            'parts' => $this->parts,
                            'voices' => $this->voices,
                        ])
                );
        }
        $first = [];
        foreach ($this->breaks as $one) {
            $first[$one->player] ??= $one;
        }
        // Who is apart in the same way at the same place is named together.
        $same = [];
        foreach ($first as $one) {
            $same[$one->bar.' '.$one->note.' '.$one->what][] = $one;
        }
        $says = array_map(static function (array $all): string {
            $names = array_map(static fn (Apart $one): string => $one->player, $all);
            $more = \count($names) - self::SPOKEN;
            $who = $more > 1
                ? implode(', ', \array_slice($names, 0, self::SPOKEN)).\sprintf(' and %d more', $more)
                : Lists::and($names);

            return $all[0]->says($who, \count($names) > 1);
        }, array_values($same));

        return ucfirst(implode('; ', $says)).'.';
    }

    /**
     * What most have at an onset: length, pitch class, bar; null where most have nothing.
     *
     * @param non-empty-array<int, array{int, int, int, int}> $here
     *
     * @return array{int, int, int, int}|null
     */
    private static function norm(array $here, int $parts): ?array
    {
        $votes = ['' => $parts - \count($here)];
        foreach ($here as [$length, $class]) {
            $votes[$length.' '.$class] = ($votes[$length.' '.$class] ?? 0) + 1;
        }
        $most = max($votes);
        // Of two alike, what the highest part in the score has, be it nothing.
        for ($p = 0; $p < $parts; ++$p) {
            $has = isset($here[$p]) ? $here[$p][0].' '.$here[$p][1] : '';
            if (($votes[$has] ?? 0) === $most) {
                return $here[$p] ?? null;
            }
        }

        return null;
    }

    /**
     * @param array{int, int, int, int}|null $has
     * @param array{int, int, int, int}|null $norm
     * @param array<int, Pitch>              $pitches a spelling of each pitch class
     */
    private static function differs(?array $has, ?array $norm, array $pitches, Study $study): ?string
    {
        if (null === $has) {
            return null === $norm ? null : Wording::of('together.leaves-out');
        }
        if (null === $norm) {
            return Wording::of('together.where-others-no', [
                'sounding' => $study->notes[$has[3]]->sounding->name()->sign(),
            ]);
        }
        if ($has[1] !== $norm[1]) {
            return Wording::of('together.sounds-where-others', [
                'sounding' => $study->notes[$has[3]]->sounding->name()->sign(),
                'pitches' => $pitches[$norm[1]]->name()->sign(),
            ]);
        }

        return $has[0] === $norm[0]
            ? null
            : Wording::of('together.holds-where-others', [
                'spoken' => NoteValues::spoken($has[0]),
                'spoken_2' => NoteValues::spoken($norm[0]),
            ]);
    }
}
