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

    public function isPdf(): bool
    {
        return self::MusicXml !== $this && self::Midi !== $this;
    }
}
