<?php

declare(strict_types=1);

namespace App\Shared;

/**
 * Several files in one ZIP.
 */
final class Archive
{
    /** @param non-empty-array<string, string> $files contents by name */
    public static function of(array $files): string
    {
        $place = tempnam(sys_get_temp_dir(), 'parts');
        if (false === $place) {
            throw new \RuntimeException('There is no room for a temporary file.');
        }
        try {
            $zip = new \ZipArchive();
            $zip->open($place, \ZipArchive::CREATE | \ZipArchive::OVERWRITE);
            foreach ($files as $name => $content) {
                $zip->addFromString($name, $content);
            }
            $zip->close();

            return (string) file_get_contents($place);
        } finally {
            @unlink($place);
        }
    }
}
