<?php

declare(strict_types=1);

namespace SwiftReed\Import;

/**
 * A table as others give it: from a file or pasted, divided by commas, semicolons or tabulators.
 */
final class GivenTable
{
    /** @return list<list<string>> rows that are not empty, each with its cells */
    public static function rows(string $text): array
    {
        $text = (string) preg_replace('/^\x{FEFF}/u', '', mb_scrub($text));
        // The sign that divides most lines; a line without it may be divided by another.
        $lines = explode("\n", $text);
        $dividing = array_map(
            static fn (string $sign): int => \count(array_filter(
                $lines,
                static fn (string $line): bool => str_contains($line, $sign),
            )),
            ["\t" => "\t", ';' => ';', ',' => ','],
        );
        arsort($dividing);
        $divider = 0 === max($dividing) ? ',' : (string) array_key_first($dividing);
        $stream = fopen('php://temp', 'r+');
        if (false === $stream) {
            return [];
        }
        fwrite($stream, strtr($text, ["\r\n" => "\n", "\r" => "\n"]));
        rewind($stream);
        $table = [];
        while (false !== ($cells = fgetcsv($stream, null, $divider, '"', ''))) {
            $other = 1 === \count($cells)
                ? array_values(array_filter(
                    ["\t", ';', ','],
                    static fn (string $one): bool => str_contains((string) $cells[0], $one),
                ))[0]
                    ?? null
                : null;
            $cells = array_map(
                self::clean(...),
                null === $other ? $cells : str_getcsv((string) $cells[0], $other, '"', ''),
            );
            if ([] !== array_filter($cells, static fn (string $one): bool => '' !== $one)) {
                $table[] = $cells;
            }
        }
        fclose($stream);

        return $table;
    }

    private static function clean(?string $cell): string
    {
        $text = trim((string) preg_replace('/[\p{Z}\s]+/u', ' ', $cell ?? ''));

        $text = trim((string) preg_replace('/(?![\x{200C}\x{200D}])[\p{Cc}\p{Cf}\p{Co}\p{Cn}]/u', '', $text));

        // A table that was given away has a sign before what a spreadsheet would compute.
        return 1 === preg_match("/^'[=+\\-@]/", $text) ? substr($text, 1) : $text;
    }
}
