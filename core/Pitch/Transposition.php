<?php

declare(strict_types=1);

namespace SwiftReed\Pitch;

/**
 * The distance from the sounding to the written pitch of an instrument, and the choice of the key it reads.
 *
 * Source of the rules: the product's handbook, chapter 2 (common practice).
 */
final readonly class Transposition
{
    private function __construct(public Interval $writtenAboveSounding)
    {
    }

    public static function by(Interval $writtenAboveSounding): self
    {
        return new self($writtenAboveSounding);
    }

    public function written(Pitch $sounding): Pitch
    {
        return $sounding->transpose($this->writtenAboveSounding);
    }

    public function sounding(Pitch $written): Pitch
    {
        return $written->transpose($this->writtenAboveSounding->inverse());
    }

    /** Half steps by which the written pitch lies above the sounding one. */
    public function halfSteps(): int
    {
        return $this->writtenAboveSounding->halfSteps;
    }

    /**
     * The family of the packet: which note sounds when the player's own C is played.
     */
    public function ownCSounds(): NoteName
    {
        return NoteName::of(Letter::C)->transpose($this->writtenAboveSounding->inverse());
    }

    /**
     * Chooses the written key for a concert key. More than seven accidentals must be respelled; with six or seven the
     * plainer signature is the default; six against six keeps the side of the concert key.
     */
    public function writtenKey(Key $concert, SpellingPreference $preference = SpellingPreference::Plainest): WrittenKey
    {
        $plain = $concert->transpose($this->writtenAboveSounding);
        $count = $plain->signature()->count();
        if ($count < 5) {
            return new WrittenKey($plain, false, '', []);
        }
        $twin = $plain->enharmonicTwin();
        $twinCount = $twin->signature()->count();
        $wanted = match ($preference) {
            SpellingPreference::Sharps => $plain->fifths() > 0 ? $plain : $twin,
            SpellingPreference::Flats => $plain->fifths() < 0 ? $plain : $twin,
            SpellingPreference::Plainest => $this->plainer($plain, $twin, $concert),
        };
        if ($wanted->signature()->count() > 7) {
            $wanted = $count <= $twinCount ? $plain : $twin;
        }
        $other = $wanted === $plain ? $twin : $plain;
        $twins = $other->signature()->count() <= 7 ? [$other] : [];
        if ($wanted === $plain) {
            $why = [] === $twins || 5 === $count ? '' : \sprintf('%s (%s) can also be read as %s (%s).', $plain->tonic->sign(), $plain->signature()->spoken(), $twin->tonic->sign(), $twin->signature()->spoken());

            return new WrittenKey($plain, false, $why, $twins);
        }
        $why = \sprintf(
            '%s would be %s with %s; it is written as %s with %s%s.',
            $concert->tonic->sign(),
            $plain->tonic->sign(),
            $plain->signature()->spoken(),
            $twin->tonic->sign(),
            $twin->signature()->spoken(),
            SpellingPreference::Plainest === $preference ? ', the plainer signature' : ', as '.$preference->value.' are preferred',
        );

        return new WrittenKey($twin, true, $why, $twins);
    }

    /**
     * The key a player names as his own: never respelled, only warned about beyond seven accidentals.
     */
    public function ownKey(Key $own): WrittenKey
    {
        $twin = $own->enharmonicTwin();
        $why = $own->signature()->count() > 7
            ? \sprintf('%s has %d accidentals; %s (%s) sounds the same and is plainer.', $own->tonic->sign(), $own->signature()->count(), $twin->tonic->sign(), $twin->signature()->spoken())
            : '';

        return new WrittenKey($own, false, $why, $own->signature()->count() >= 5 && $twin->signature()->count() <= 7 ? [$twin] : []);
    }

    /**
     * The concert key behind an own key, spelled plainly where the spelled interval would lead beyond seven accidentals.
     */
    public function concertKey(Key $own): Key
    {
        $plain = $own->transpose($this->writtenAboveSounding->inverse());
        $twin = $plain->enharmonicTwin();

        return $plain->signature()->count() > 7 && $twin->signature()->count() < $plain->signature()->count() ? $twin : $plain;
    }

    private function plainer(Key $plain, Key $twin, Key $concert): Key
    {
        $count = $plain->signature()->count();
        $twinCount = $twin->signature()->count();
        if ($count !== $twinCount) {
            return $count < $twinCount ? $plain : $twin;
        }
        $sharpSide = match (true) {
            0 !== $concert->fifths() => $concert->fifths() > 0,
            default => $concert->modeFifths > -2,
        };

        return ($plain->fifths() > 0) === $sharpSide ? $plain : $twin;
    }
}
