<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Pitch\Key;
use SwiftReed\Pitch\WrittenKey;
use SwiftReed\Scale\Material;
use SwiftReed\Scale\ScaleLibrary;

/**
 * From a recipe to the notes one reader plays: key, line, range, rhythm, articulation, reminders.
 */
final readonly class StudyBuilder
{
    public function __construct(private ScaleLibrary $scales)
    {
    }

    /** @throws StudyError when the line cannot be played on this instrument */
    public function build(Recipe $recipe, Reader $reader, Reminders $reminders = Reminders::Affected): Study
    {
        [$concert, $written] = self::keys($recipe, $reader);
        $placement = (new RangeFitting($recipe, $reader, $written->key, $this->arpeggios($recipe)))->place();
        if ($recipe->drillAfter > 0) {
            $placement = Drill::of($placement, $recipe->drillAfter);
        }
        $signature = $recipe->material->printedSignature($written->key->tonic);
        $lengths = $recipe->rhythm->lengths($placement->tones, $recipe->longLast, $recipe->time);
        $marks = $recipe->articulation->marks($placement->tones);
        $habits = Reminders::habits($reader);
        $bar = $recipe->time->barTicks();
        $down = $reader->transposition->writtenAboveSounding->inverse();
        $notes = [];
        $onset = 0;
        foreach ($placement->tones as $i => $tone) {
            $leaps = isset($placement->tones[$i + 1]) && $placement->tones[$i + 1]->octaves > $tone->octaves;
            $notes[] = new StudyNote(
                $tone,
                $tone->pitch->transpose($down),
                $onset,
                $lengths[$i],
                intdiv($onset, $bar) + 1,
                $marks[$i][0],
                $marks[$i][1],
                $leaps,
                0 === $lengths[$i] % Length::TRIPLET_EIGHTH && 0 !== $lengths[$i] % Length::SIXTEENTH ? '3:2' : '',
                $reminders->sign($tone, $signature, $habits),
            );
            $onset += $lengths[$i];
        }

        return new Study($recipe, $concert, $written, $signature, $recipe->material->printedSignature($concert->tonic), $notes, $placement->policy, self::moves($placement->tones), $this->warnings($written, $placement));
    }

    /** @return array{Key, WrittenKey} concert and written key */
    public static function keys(Recipe $recipe, Reader $reader): array
    {
        return self::keysFor($recipe->material->keyOn($recipe->tonic), $recipe->isOwn, $reader);
    }

    /** @return array{Key, WrittenKey} */
    private static function keysFor(Key $named, bool $isOwn, Reader $reader): array
    {
        $transposition = $reader->transposition;

        return $isOwn
            ? [$transposition->concertKey($named), $transposition->ownKey($named)]
            : [$named, $transposition->writtenKey($named, $reader->spelling)];
    }

    /**
     * @return list<Material>
     *
     * @throws StudyError
     */
    private function arpeggios(Recipe $recipe): array
    {
        if (Sequel::None === $recipe->sequel) {
            return [];
        }
        if ('' === $recipe->material->arpeggio) {
            throw StudyError::noArpeggio($recipe->material->name);
        }

        return [$this->scales->material($recipe->material->arpeggio)];
    }

    /**
     * @param non-empty-list<Tone> $tones
     *
     * @return list<RangeMove>
     */
    private static function moves(array $tones): array
    {
        $moves = [];
        $before = 0;
        foreach ($tones as $i => $tone) {
            if ($tone->octaves !== $before) {
                $moves[] = new RangeMove($i, $tone->octaves);
                $before = $tone->octaves;
            }
        }

        return $moves;
    }

    /** @return list<string> */
    private function warnings(WrittenKey $written, Placement $placement): array
    {
        $plain = array_filter($placement->tones, static fn (Tone $tone): bool => $tone->plainName);

        return [
            ...('' === $written->why ? [] : [$written->why]),
            ...$placement->warnings,
            ...([] === $plain ? [] : ['Some notes would need three signs; they are printed under their plain names.']),
        ];
    }
}
