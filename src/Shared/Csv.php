<?php

declare(strict_types=1);

namespace App\Shared;

use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Response;

/**
 * A table as a CSV file. A cell that a spreadsheet would take for a formula is written so that it stays text.
 */
final class Csv
{
    /** @param list<list<string>> $rows */
    public static function file(array $rows, string $name): Response
    {
        $stream = fopen('php://temp', 'r+');
        if (false === $stream) {
            throw new \RuntimeException('There is no room for a temporary file.');
        }
        foreach ($rows as $row) {
            fputcsv($stream, array_map(self::safe(...), $row), ',', '"', '', "\r\n");
        }
        rewind($stream);

        return new Response(
            (string) stream_get_contents($stream),
            200,
            [
                'Content-Type' => 'text/csv; charset=UTF-8',
                'Content-Disposition' => HeaderUtils::makeDisposition('attachment', $name),
            ],
        );
    }

    private static function safe(string $cell): string
    {
        return 1 === preg_match('/^[=+\-@\t\r]/', $cell) ? "'".$cell : $cell;
    }
}
