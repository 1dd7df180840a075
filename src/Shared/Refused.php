<?php

declare(strict_types=1);

namespace App\Shared;

use Doctrine\DBAL\Exception\UniqueConstraintViolationException;

/**
 * What the database refuses, in a sentence: by the name of the rule that it holds.
 */
final class Refused
{
    /** Sentences, by their keys in the catalogue, for what there may be only one of. */
    public const TAKEN = [
        'account_name' => 'refusal.only_one.account_name',
        'account_keeper' => 'refusal.only_one.account_keeper',
        'player_name' => 'refusal.only_one.player_name',
        'player_of_sign_in' => 'refusal.only_one.player_of_sign_in',
        'own_pattern_name' => 'refusal.only_one.own_pattern_name',
    ];

    public static function taken(UniqueConstraintViolationException $error): string
    {
        return self::TAKEN[self::rule($error)] ?? 'refusal.only_one.other';
    }

    /** The name of the rule, "player_name"; nothing where the database does not name it. */
    public static function rule(\Throwable $error): string
    {
        return 1 === preg_match('/constraint "(\w+)"/', $error->getMessage(), $found) ? $found[1] : '';
    }
}
