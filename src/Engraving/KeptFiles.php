<?php

declare(strict_types=1);

namespace App\Engraving;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Filesystem\Exception\IOExceptionInterface;
use Symfony\Component\Filesystem\Filesystem;

/**
 * Keeps what is kept of engravings and PDFs within bounds: the oldest go first, and what a fallen program left behind
 * goes too.
 */
final class KeptFiles
{
    /** Bytes of all engravings: about forty thousand pages. */
    private const MOST = 1_000_000_000;
    /** Days after which an engraving is made anew rather than kept. */
    private const DAYS = 90;
    /** Seconds after which the folder of a PDF belongs to nobody. */
    private const LEFT = 3600;

    public function __construct(
        #[Autowire('%kernel.cache_dir%/engravings')]
        private readonly string $engravings,
        #[Autowire('%kernel.cache_dir%/pdf')]
        private readonly string $pdfs,
    ) {
    }

    public function sweep(int $most = self::MOST): void
    {
        $files = [];
        $size = 0;
        if (is_dir($this->engravings)) {
            foreach (new \RecursiveIteratorIterator(
                new \RecursiveDirectoryIterator($this->engravings, \FilesystemIterator::SKIP_DOTS),
            ) as $file) {
                \assert($file instanceof \SplFileInfo);
                $files[$file->getPathname()] = [(int) $file->getMTime(), (int) $file->getSize()];
                $size += (int) $file->getSize();
            }
        }
        asort($files);
        $old = time() - self::DAYS * 86400;
        foreach ($files as $path => [$made, $bytes]) {
            if ($size <= $most && $made >= $old) {
                break;
            }
            @unlink($path);
            $size -= $bytes;
        }
        $found = glob($this->pdfs.'/*', \GLOB_ONLYDIR);
        foreach (false === $found ? [] : $found as $folder) {
            if ('fonts' !== basename($folder) && (int) @filemtime($folder) < time() - self::LEFT) {
                try {
                    (new Filesystem())->remove($folder);
                } catch (IOExceptionInterface) {
                    continue; // somebody else's; another sweep comes
                }
            }
        }
    }
}
