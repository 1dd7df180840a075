<?php

declare(strict_types=1);

namespace App\Packets;

use App\Engraving\EngravingError;
use App\Engraving\Paper;
use App\Engraving\PdfBookmarks;
use App\Engraving\PdfMaker;
use App\Engraving\Svg;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Filesystem\Exception\IOExceptionInterface;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Exception\ExceptionInterface as ProcessError;
use Symfony\Component\Process\Process;

/**
 * Puts finished files together: piles of pages with qpdf, the archive with the zip extension.
 */
final class Joiner
{
    /** Seconds for a pile: a thousand pages take about ten. */
    private const PATIENCE = 300;
    /** Pages in one pile; more is for a print shop, part by part. */
    public const MOST_PAGES = 6000;

    public function __construct(
        #[Autowire('%kernel.cache_dir%/pdf')]
        private readonly string $folder,
        private readonly PdfMaker $pdfs,
    ) {
    }

    /**
     * Every part, in the order of the score, as often as there are copies.
     *
     * @param list<Piece>                 $parts
     * @param \Closure(Piece): ?MadePiece $made
     *
     * @throws PacketError    when there is nothing to join
     * @throws EngravingError when it cannot be joined just now
     */
    public function pile(array $parts, bool $isForCopier, \Closure $made, string $title): MadePiece
    {
        return $this->inFolder(function (string $folder, Filesystem $files) use (
            $parts,
            $isForCopier,
            $made,
            $title,
        ): MadePiece {
            $names = [];
            $marks = [];
            $pages = 0;
            foreach ($parts as $part) {
                $one = $made($part);
                if (null === $one) {
                    continue;
                }
                $name = \sprintf('%s/%04d.pdf', $folder, $part->number);
                $files->dumpFile($name, $one->content);
                $marks[] = [$part->for[0]->called(), $pages];
                for (
                    $copy = 0; $copy < ($isForCopier ? $part->for[0]->copies : 1)
                    && $pages + $one->pages <= self::MOST_PAGES; ++$copy
                ) {
                    $names[] = $name;
                    $pages += $one->pages;
                }
            }
            if ([] === $names) {
                throw PacketError::nothingToJoin();
            }
            // Title and language are those of a document of its own, whose page is left out.
            $files->dumpFile($folder.'/title.pdf', $this->pdfs->pdf([Svg::page(Paper::A4, '')], $title));
            self::join($names, $folder.'/title.pdf', $folder.'/joined.pdf');
            PdfBookmarks::put($folder.'/joined.pdf', $marks, $folder.'/pile.pdf');

            return new MadePiece((string) file_get_contents($folder.'/pile.pdf'), $pages);
        });
    }

    /**
     * Parts one after the other, with a page laid over the first page of each.
     *
     * @param non-empty-list<MadePiece> $parts
     * @param string                    $over  a document with a page for each
     *
     * @throws EngravingError when it cannot be joined just now
     */
    public function overlaid(array $parts, string $over): string
    {
        return $this->inFolder(static function (string $folder, Filesystem $files) use ($parts, $over): MadePiece {
            $names = [];
            $first = [];
            $pages = 1;
            foreach ($parts as $k => $part) {
                $files->dumpFile($names[] = \sprintf('%s/%04d.pdf', $folder, $k), $part->content);
                $first[] = $pages;
                $pages += $part->pages;
            }
            $files->dumpFile($folder.'/over.pdf', $over);
            self::join($names, '--empty', $folder.'/pile.pdf');
            (new Process(
                [
                    'qpdf', $folder.'/pile.pdf', '--overlay', $folder.'/over.pdf', '--to='.implode(',', $first), '--',
                    $folder.'/out.pdf',
                ],
                $folder,
                null,
                null,
                self::PATIENCE,
            ))->mustRun();

            return new MadePiece((string) file_get_contents($folder.'/out.pdf'), $pages - 1);
        })->content;
    }

    /**
     * Everything in one archive. One file after another is fetched, so that a large packet needs no more room than its
     * largest file.
     *
     * @param array<int, string>          $files names in the archive, by the number of the piece
     * @param \Closure(int): ?MadePiece $made
     * @param string                      $to    where it is written
     *
     * @throws PacketError    when there is nothing to join
     * @throws EngravingError when there is no room for it
     */
    public function archive(array $files, \Closure $made, string $to): void
    {
        $this->inFolder(static function (string $folder, Filesystem $disk) use ($files, $made, $to): MadePiece {
            $zip = new \ZipArchive();
            if (true !== $zip->open($folder.'/packet.zip', \ZipArchive::CREATE)) {
                throw EngravingError::notWritten($folder);
            }
            $count = 0;
            foreach ($files as $number => $name) {
                $one = $made($number);
                if (null !== $one) {
                    $disk->dumpFile($folder.'/'.$number, $one->content);
                    $zip->addFile($folder.'/'.$number, $name);
                    // PDFs are packed already; packing them again only takes time.
                    $zip->setCompressionName(
                        $name,
                        str_ends_with($name, '.pdf') ? \ZipArchive::CM_STORE : \ZipArchive::CM_DEFLATE,
                    );
                    ++$count;
                }
            }
            if (0 === $count) {
                throw PacketError::nothingToJoin();
            }
            $zip->close() || throw EngravingError::notWritten($folder);
            $disk->rename($folder.'/packet.zip', $to, true);

            return new MadePiece('', 0);
        });
    }

    /**
     * @param list<string> $files
     * @param string       $like  a document whose title and language are taken, or "--empty"
     */
    private static function join(array $files, string $like, string $to): void
    {
        (new Process(
            ['qpdf', $like, '--pages', ...$files, '--', $to],
            \dirname($to),
            null,
            null,
            self::PATIENCE,
        ))->mustRun();
    }

    /** @param \Closure(string, Filesystem): MadePiece $make */
    private function inFolder(\Closure $make): MadePiece
    {
        $files = new Filesystem();
        $folder = $this->folder.'/'.bin2hex(random_bytes(6));
        try {
            $files->mkdir($folder);

            return $make($folder, $files);
        } catch (IOExceptionInterface) {
            throw EngravingError::notWritten($this->folder);
        } catch (ProcessError) {
            throw EngravingError::notInstalled(
                'The program that joins PDFs (qpdf)',
                'run bin/start, which installs it',
            );
        } finally {
            $files->remove($folder);
        }
    }
}
