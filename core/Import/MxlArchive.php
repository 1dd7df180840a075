<?php

declare(strict_types=1);

namespace SwiftReed\Import;

use SwiftReed\Words\Wording;

/**
 * The score inside a compressed MusicXML file (.mxl). What unpacks to more than a score can need is refused before it
 * is unpacked.
 *
 * Source of the format: the W3C's MusicXML 4.0 specification, "Compressed .mxl files".
 */
final class MxlArchive
{
    public const SIGNATURE = "PK\x03\x04";
    private const MOST_FILES = 50;

    /** @throws ImportError */
    public static function score(string $bytes): string
    {
        $file = tempnam(sys_get_temp_dir(), 'mxl');
        if (false === $file || false === file_put_contents($file, $bytes)) {
            throw ImportError::notAnArchive('there is no room to unpack it');
        }
        $zip = new \ZipArchive();
        try {
            if (true !== $zip->open($file, \ZipArchive::RDONLY)) {
                throw ImportError::notAnArchive('it is no zip archive');
            }
            if ($zip->numFiles > self::MOST_FILES) {
                throw ImportError::notAnArchive(Wording::of('mxl-archive.score', ['files' => $zip->numFiles]));
            }
            $container = self::entry($zip, 'META-INF/container.xml');
            $path = null === $container ? null : self::rootFile($container);
            for ($i = 0; null === $path && $i < $zip->numFiles; ++$i) {
                $name = (string) $zip->getNameIndex($i);
                $path = !str_starts_with($name, 'META-INF/') && 1 === preg_match('/\.(xml|musicxml)$/i', $name)
                    ? $name
                    : null;
            }

            return (null === $path ? null : self::entry($zip, $path))
                ?? throw ImportError::notAnArchive('there is no score in it');
        } finally {
            @$zip->close();
            @unlink($file);
        }
    }

    /** @throws ImportError when it is larger unpacked than a score may be */
    private static function entry(\ZipArchive $zip, string $name): ?string
    {
        $facts = $zip->statName($name);
        if (false === $facts) {
            return null;
        }
        $stream = $zip->getStream($name);
        if (false === $stream) {
            throw ImportError::notAnArchive('a file in it cannot be unpacked');
        }
        // The size that the archive claims is not believed: no more is unpacked than a score may have.
        $content = (string) stream_get_contents($stream, FileReader::MOST_BYTES + 1);
        fclose($stream);
        if (\strlen($content) > FileReader::MOST_BYTES) {
            throw ImportError::tooLarge(max(\strlen($content), (int) $facts['size']), FileReader::MOST_BYTES);
        }

        return $content;
    }

    private static function rootFile(string $container): ?string
    {
        if (1 === preg_match('/<!(ENTITY|DOCTYPE)/i', $container)) {
            throw ImportError::hasEntities();
        }
        $document = new \DOMDocument();
        if ('' === $container || !@$document->loadXML($container, \LIBXML_NONET)) {
            return null;
        }
        $root = $document->getElementsByTagName('rootfile')->item(0);

        return null === $root || '' === $root->getAttribute('full-path') ? null : $root->getAttribute('full-path');
    }
}
