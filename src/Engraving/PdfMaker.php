<?php

declare(strict_types=1);

namespace App\Engraving;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Filesystem\Exception\IOExceptionInterface;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Exception\ExceptionInterface as ProcessError;
use Symfony\Component\Process\Exception\ProcessTimedOutException;
use Symfony\Component\Process\Process;

/**
 * Makes one PDF of drawn pages with rsvg-convert, in the typefaces that ship with the product.
 */
final class PdfMaker
{
    /** Seconds for one document: a hundred pages take about thirty. */
    private const PATIENCE = 120;

    public function __construct(
        #[Autowire('%kernel.project_dir%')]
        private readonly string $root,
        #[Autowire('%kernel.cache_dir%/pdf')]
        private readonly string $folder,
    ) {
    }

    /**
     * @param non-empty-list<Page> $sheets
     * @param string                $title  which the document has for its reader
     *
     * @throws EngravingError
     */
    public function pdf(array $sheets, string $title = ''): string
    {
        $files = new Filesystem();
        $folder = $this->folder.'/'.bin2hex(random_bytes(6));
        try {
            $files->mkdir($folder);
            $pages = [];
            foreach ($sheets as $i => $sheet) {
                $pages[] = $page = \sprintf('%s/%03d.svg', $folder, $i);
                $files->dumpFile($page, $sheet->svg);
            }
            $process = new Process(
                ['rsvg-convert', '--format=pdf', ...$pages],
                $folder,
                ['FONTCONFIG_FILE' => $this->fontList(), 'XDG_CACHE_HOME' => $this->folder],
                null,
                self::PATIENCE,
            );
            $process->mustRun();

            return PdfFacts::said($process->getOutput(), $title);
        } catch (IOExceptionInterface) {
            throw EngravingError::notWritten($this->folder);
        } catch (ProcessTimedOutException) {
            throw EngravingError::tooLong('The PDF', self::PATIENCE);
        } catch (ProcessError) {
            throw EngravingError::notInstalled('The PDF maker (rsvg-convert)', 'run bin/start, which installs it');
        } finally {
            $files->remove($folder);
        }
    }

    /** A font list that knows our typefaces wherever the product lies. */
    private function fontList(): string
    {
        $file = $this->folder.'/fonts.conf';
        $folders = \sprintf('<dir>%s/public/build/print-fonts</dir>', htmlspecialchars($this->root));
        (new Filesystem())->dumpFile(
            $file,
            \sprintf(
                '<?xml version="1.0"?><!DOCTYPE fontconfig SYSTEM "fonts.dtd"><fontconfig>%s<alias binding="same"><family>Figtree</family><prefer><family>Figtree Light</family></prefer></alias><cachedir>%s/fonts</cachedir></fontconfig>',
                $folders,
                htmlspecialchars($this->folder),
            ),
        );

        return $file;
    }
}
