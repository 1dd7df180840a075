<?php

declare(strict_types=1);

namespace SwiftReed\Score\Format;

use SwiftReed\Score\Sheet;

/**
 * A way to write a sheet out for other programs; a single study is a sheet of one.
 */
interface Format
{
    /** As it is named on the command line: "musicxml". */
    public function name(): string;

    /** The ending of its files, without the dot. */
    public function ending(): string;

    public function mediaType(): string;

    public function of(Sheet $sheet, ExportChoices $choices): string;
}
