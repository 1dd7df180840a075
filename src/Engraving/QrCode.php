<?php

declare(strict_types=1);

namespace App\Engraving;

use Symfony\Component\Process\Exception\ExceptionInterface as ProcessError;
use Symfony\Component\Process\Process;

/**
 * A code for cameras, by the program qrencode.
 */
final class QrCode
{
    /** Modules of white that a camera wants around a code. Source: ISO/IEC 18004. */
    private const QUIET = 4;

    /**
     * @param int $side in units, its quiet zone included
     *
     * @throws EngravingError
     */
    public static function drawing(string $text, int $side): string
    {
        $process = new Process(
            ['qrencode', '--type=ASCII', '--margin=0', '--level=M', '--output=-'],
            null,
            null,
            $text,
            10,
        );
        try {
            $process->mustRun();
        } catch (ProcessError) {
            throw EngravingError::notInstalled('The maker of codes (qrencode)', 'run bin/start, which installs it');
        }
        $rows = explode("\n", rtrim($process->getOutput(), "\n"));
        $module = $side / (\count($rows) + 2 * self::QUIET);
        $path = '';
        foreach ($rows as $y => $row) {
            foreach (str_split($row, 2) as $x => $sign) {
                // Runs of black become one bar, so that no hair lines show between them.
                if ('##' === $sign && '##' !== substr($row, 2 * $x - 2, $x > 0 ? 2 : 0)) {
                    $run = intdiv(strspn($row, '#', 2 * $x), 2);
                    $path .= \sprintf('M%d %dh%dv1h-%dz', $x + self::QUIET, $y + self::QUIET, $run, $run);
                }
            }
        }

        return Svg::scaled(
            $module,
            Svg::tag('path', ['d' => $path, 'fill' => '#000', 'shape-rendering' => 'crispEdges']),
        );
    }
}
