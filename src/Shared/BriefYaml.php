<?php

declare(strict_types=1);

namespace App\Shared;

use Symfony\Component\Yaml\Exception\ParseException;
use Symfony\Component\Yaml\Yaml;

/**
 * YAML, of which JSON is a part, as files of others have it: what is wrong is said with the place, and with no more of
 * the line than shows it.
 */
final class BriefYaml
{
    /** Signs of the line that are shown. */
    private const SHOWN = 60;

    /**
     * @param bool $hasDates whether what looks like a day becomes one
     *
     * @throws ParseException
     */
    public static function parse(string $text, bool $hasDates = false): mixed
    {
        if (!mb_check_encoding($text, 'UTF-8')) {
            throw new ParseException('it has bytes that are no text in UTF-8');
        }
        try {
            return Yaml::parse($text, $hasDates ? Yaml::PARSE_DATETIME : 0);
        } catch (ParseException $error) {
            $error->setSnippet(mb_strimwidth(mb_scrub((string) $error->getSnippet()), 0, self::SHOWN, '…'));
            throw $error;
        }
    }
}
