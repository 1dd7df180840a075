<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * Says in a finished PDF what it is called and in which language it is, which its maker cannot: a revision is put at
 * its end, as the format provides for. Structure (tags) the maker cannot give, and it is not claimed.
 *
 * Source of the format: ISO 32000-1, 7.5.6 "Incremental updates", 14.3.3 "Document information dictionary".
 */
final class PdfFacts
{
    /** The same document with its title and language; as it is where its end is not such as the maker writes. */
    public static function said(string $pdf, string $title): string
    {
        if ('' === $title || 1 !== preg_match('/startxref\s+(\d+)\s+%%EOF\s*$/', $pdf, $start)) {
            return $pdf;
        }
        $end = substr($pdf, (int) $start[1]);
        if (
            1 !== preg_match('/\/Size\s+(\d+)/', $end, $size)
            || 1 !== preg_match('/\/Root\s+(\d+)\s+0\s+R/', $end, $root)
        ) {
            return $pdf;
        }
        if (1 !== preg_match('/(?:^|\s)'.$root[1].'\s+0\s+obj\s*<<(.*?)>>\s*endobj/s', $pdf, $catalog)) {
            return $pdf;
        }
        $info = (int) $size[1];
        $objects = [
            (int) $root[1] => \sprintf(
                '<<%s /Lang (en) /ViewerPreferences << /DisplayDocTitle true >> >>',
                rtrim($catalog[1]),
            ),
            $info => \sprintf(
                '<< /Title <%s> /Creator (Swift Reed) /CreationDate (D:%s) >>',
                bin2hex("\xFE\xFF".mb_convert_encoding($title, 'UTF-16BE', 'UTF-8')),
                gmdate('YmdHis').'Z',
            ),
        ];
        $more = "\n";
        $table = '';
        foreach ($objects as $number => $content) {
            $table .= \sprintf("%d 1\n%010d 00000 n \n", $number, \strlen($pdf) + \strlen($more));
            $more .= \sprintf("%d 0 obj\n%s\nendobj\n", $number, $content);
        }

        return $pdf.$more.\sprintf(
            "xref\n%strailer\n<< /Size %d /Root %d 0 R /Info %d 0 R /Prev %d >>\nstartxref\n%d\n%%%%EOF\n",
            $table,
            $info + 1,
            (int) $root[1],
            $info,
            (int) $start[1],
            \strlen($pdf) + \strlen($more),
        );
    }
}
