<?php

declare(strict_types=1);

namespace App\Engraving;

use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Exception\ExceptionInterface as ProcessError;
use Symfony\Component\Process\Process;

/**
 * Gives a document of many parts a bookmark for each, so that a part is found in the pile: qpdf writes them from a
 * description of the objects.
 *
 * Source of the format: ISO 32000-1, 12.3.3 "Document outline"; qpdf's JSON, version 2.
 */
final class PdfBookmarks
{
    private const PATIENCE = 120;
    /** Bookmarks of one document. */
    private const MOST = 500;

    /**
     * @param list<array{string, int}> $marks what each is called, and the page on which it begins, from 0; a page that the
     *  document does not have is left out
     *
     * @throws ProcessError when qpdf is not there or does not read the document
     */
    public static function put(string $file, array $marks, string $to): void
    {
        $files = new Filesystem();
        $pages = array_column(self::asked($file, '--json-key=pages')['pages'] ?? [], 'object');
        $trailer = self::objects($file, 'trailer');
        $root = $trailer['trailer']['value']['/Root'] ?? null;
        $marks = \array_slice(
            array_filter($marks, static fn (array $mark): bool => isset($pages[$mark[1]])),
            0,
            self::MOST,
        );
        if (!\is_string($root) || [] === $marks) {
            $files->copy($file, $to);

            return;
        }
        $catalog = self::objects($file, strtr($root, [' 0 R' => ',0']))['obj:'.$root]['value'] ?? [];
        $first = $trailer['max'] + 2;
        $outline = ($first - 1).' 0 R';
        $objects = [
            'obj:'.$root => ['value' => ['/Outlines' => $outline, '/PageMode' => '/UseOutlines'] + $catalog],
            'obj:'.$outline => ['value' => [
                '/Type' => '/Outlines',
                '/First' => $first.' 0 R',
                '/Last' => ($first + \count($marks) - 1).' 0 R',
                '/Count' => \count($marks),
            ]],
        ];
        foreach ($marks as $k => [$title, $page]) {
            $objects['obj:'.($first + $k).' 0 R'] = ['value' => array_filter([
                '/Title' => 'u:'.$title,
                '/Parent' => $outline,
                '/Dest' => [$pages[$page], '/Fit'],
                '/Prev' => $k > 0 ? ($first + $k - 1).' 0 R' : null,
                '/Next' => $k < \count($marks) - 1 ? ($first + $k + 1).' 0 R' : null,
            ], static fn (mixed $value): bool => null !== $value)];
        }
        $files->dumpFile($file.'.json', json_encode([
            'qpdf' => [
                [
                    'jsonversion' => 2,
                    'pdfversion' => $trailer['version'],
                    'pushedinheritedpageresources' => false,
                    'calledgetallpages' => false,
                    'maxobjectid' => $trailer['max'],
                ],
                $objects,
            ],
        ], \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES));
        self::run(['qpdf', $file, '--update-from-json='.$file.'.json', $to]);
        $files->remove($file.'.json');
    }

    /** @return array<string, mixed> objects by their names, with the highest number ("max") and the version */
    private static function objects(string $file, string $which): array
    {
        $read = self::asked($file, '--json-key=qpdf', '--json-object='.$which)['qpdf'] ?? [];

        return ($read[1] ?? []) + [
            'max' => (int) ($read[0]['maxobjectid'] ?? 0),
            'version' => (string) ($read[0]['pdfversion'] ?? '1.5'),
        ];
    }

    /** @return array<string, mixed> */
    private static function asked(string $file, string ...$what): array
    {
        $read = json_decode(self::run(['qpdf', '--json=2', ...array_values($what), $file]), true, 64);

        return \is_array($read) ? $read : [];
    }

    /** @param list<string> $command */
    private static function run(array $command): string
    {
        return (new Process($command, null, null, null, self::PATIENCE))->mustRun()->getOutput();
    }
}
