<?php

declare(strict_types=1);

namespace App\Shared;

/**
 * What can be done, as far as it matters who does it.
 */
enum Deed: string
{
    /** Make, hear, print, practise one's own line; look things up. Everybody. */
    case Make = 'make';
    /** Come in, whoever is in already. Everybody. */
    case ComeIn = 'come in';
    /** Go out again. Everybody: who is out already stays out. */
    case GoOut = 'go out';
    /** What everybody has who has come in: one's own page. */
    case BeIn = 'be in';
    /** Keep studies, sheets, patterns, notes of the open band: its director and its assistants. */
    case Keep = 'keep';
    /** Players of the open band, their chairs and their ways in: its director and its assistants. */
    case LeadPlayers = 'lead players';
    /** What is the director's own in the open band: its defaults, its people, its end. */
    case OwnBand = 'own band';
    /** Found a band, bring a removed one back: who may have bands. */
    case HaveBands = 'have bands';
    /** Look after the installation: its first director. */
    case KeepHouse = 'keep house';
    /** What a player has of his own. */
    case Play = 'play';
    /** Read what a program is allowed to read, with a token of a band. */
    case ReadByProgram = 'read by program';
}
