<?php

declare(strict_types=1);

namespace App\Engraving;

use Symfony\Component\DependencyInjection\Attribute\Autowire;

/**
 * What the pages of this version of the product depend on, as one short word: what was made by another version is made
 * anew.
 */
final class ProductEdition
{
    /** Rules, knowledge, drawing, engraving, typefaces. */
    private const FOLDERS = ['core', 'data', 'src/Engraving', 'src/Packets', 'engraver'];

    private ?string $stamp = null;

    public function __construct(
        #[Autowire('%kernel.project_dir%')]
        private readonly string $root,
    ) {
    }

    public function stamp(): string
    {
        return $this->stamp ??= $this->read();
    }

    private function read(): string
    {
        $sums = [];
        foreach (self::FOLDERS as $folder) {
            foreach (new \RecursiveIteratorIterator(
                new \RecursiveDirectoryIterator($this->root.'/'.$folder, \FilesystemIterator::SKIP_DOTS),
            ) as $file) {
                \assert($file instanceof \SplFileInfo);
                $sums[substr($file->getPathname(), \strlen($this->root))] = (string) hash_file(
                    'xxh128',
                    $file->getPathname(),
                );
            }
        }
        ksort($sums);

        return hash('xxh128', implode("\n", array_keys($sums)).implode("\n", $sums));
    }
}
