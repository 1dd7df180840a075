<?php

declare(strict_types=1);

namespace SwiftReed\Pitch;

use SwiftReed\Words\Wording;

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
            return new WrittenKey($plain, false, '', null);
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
        $offered = $other->signature()->count() <= 7 ? $other : null;
        if ($wanted === $plain) {
            $why = null === $offered || 5 === $count
                ? ''
                : Wording::of('transposition.also-read', [
                    'key' => $plain->tonic->sign(),
                    'signature' => $plain->signature()->spoken(),
                    'twin' => $twin->tonic->sign(),
                    'other' => $twin->signature()->spoken(),
                ]);

            return new WrittenKey($plain, false, $why, $offered);
        }
        $why = Wording::of('transposition.twin', [
            'concert' => $concert->tonic->sign(),
            'key' => $plain->tonic->sign(),
            'signature' => $plain->signature()->spoken(),
            'twin' => $twin->tonic->sign(),
            'other' => $twin->signature()->spoken(),
            'preference' => $preference->value,
        ]);

        return new WrittenKey($twin, true, $why, $offered);
    }

    /**
     * Chooses the written tonic of material that prints no signature, by the signs that would be printed. A natural
     * tonic stays; of two names of a black key the one with fewer signs is taken, the transposed one where they are
     * alike. At pitch and in octaves the tonic is read as it is named.
     *
     * @param \Closure(NoteName): int $signs printed on a tonic, each note once, double signs as three
     */
    public function unsignedKey(
        Key $concert,
        \Closure $signs,
        SpellingPreference $preference = SpellingPreference::Plainest,
    ): WrittenKey {
        $plain = $concert->transpose($this->writtenAboveSounding);
        if (0 === $this->writtenAboveSounding->letters % 7 || 0 === $plain->tonic->alter) {
            return new WrittenKey($plain, false, '', null);
        }
        $twin = Key::mode(
            NoteName::fromFifths($plain->tonic->fifths() + ($plain->tonic->alter > 0 ? -12 : 12)),
            $concert->modeFifths,
        );
        [$count, $twinCount] = [$signs($plain->tonic), $signs($twin->tonic)];
        $takesTwin = match (true) {
            SpellingPreference::Plainest === $preference || 0 === $twin->tonic->alter => $twinCount < $count,
            default => ($twin->tonic->alter > 0) === (SpellingPreference::Sharps === $preference),
        };

        return $takesTwin
            ? new WrittenKey(
                $twin,
                true,
                Wording::of('transposition.fewer-signs', [
                    'concert' => $concert->tonic->sign(),
                    'key' => $plain->tonic->sign(),
                    'signs' => $count,
                    'twin' => $twin->tonic->sign(),
                    'fewer' => $twinCount,
                ]),
                $plain,
            )
            : new WrittenKey($plain, false, '', $twin);
    }

    /**
     * The key a player names as his own: never respelled, only warned about beyond seven accidentals.
     */
    public function ownKey(Key $own): WrittenKey
    {
        $twin = $own->enharmonicTwin();
        $why = $own->signature()->count() > 7
            ? Wording::of('transposition.many-signs', [
                'key' => $own->tonic->sign(),
                'signs' => $own->signature()->count(),
                'twin' => $twin->tonic->sign(),
                'other' => $twin->signature()->spoken(),
            ])
            : '';

        return new WrittenKey(
            $own,
            false,
            $why,
            $own->signature()->count() >= 5 && $twin->signature()->count() <= 7 ? $twin : null,
        );
    }

    /**
     * The concert key behind an own key, named as the packet names it: five sharps to six flats. At pitch and in
     * octaves it is the own key itself.
     *
     * Source: the product's handbook, chapter 2, "The packet".
     */
    public function concertKey(Key $own): Key
    {
        $plain = $own->transpose($this->writtenAboveSounding->inverse());
        if (0 === $this->writtenAboveSounding->letters % 7) {
            return $plain;
        }
        $inPacket = (($plain->fifths() + 6) % 12 + 12) % 12 - 6;

        return Key::mode(NoteName::fromFifths($inPacket - $plain->modeFifths), $plain->modeFifths);
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
