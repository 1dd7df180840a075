<?php

declare(strict_types=1);

namespace App\Packets;

/**
 * What a packet is made of.
 */
enum PieceKind: string
{
    case Part = 'part';
    case Worksheet = 'worksheet';
    case Answers = 'answers';
    case Letters = 'letters';
    case Index = 'index';
    case Table = 'table';
    case Score = 'score';
    case ConcertScore = 'concert score';
    case MusicXml = 'musicxml';
    case Midi = 'midi';
    /** Every part, as often as there are copies, in one document for the copier. */
    case Pile = 'pile';
    /** Everything in one file. */
    case All = 'all';

    /** Whether it is put together from others, and so comes after them. */
    public function isJoined(): bool
    {
        return self::Pile === $this || self::All === $this;
    }

    public function isPdf(): bool
    {
        return !\in_array($this, [self::MusicXml, self::Midi, self::All], true);
    }
}
