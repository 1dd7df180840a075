<?php

declare(strict_types=1);

namespace App\Shared;

use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;

/**
 * A study or a sheet as a file: shown in the browser, or taken away.
 */
final class Download
{
    public const FORMATS = 'pdf|musicxml|mid|json|txt';
    private const TYPES = [
        'pdf' => 'application/pdf',
        'musicxml' => 'application/vnd.recordare.musicxml+xml',
        'mid' => 'audio/midi',
        'json' => 'application/json',
        'txt' => 'text/plain; charset=UTF-8',
    ];

    /** @param string $name of the file, without its ending */
    public static function of(Request $request, string $content, string $name, string $format): Response
    {
        return new Response($content, 200, [
            'Content-Type' => self::TYPES[$format],
            'Content-Disposition' => HeaderUtils::makeDisposition(
                $request->query->getBoolean('show') ? 'inline' : 'attachment',
                $name.'.'.$format,
            ),
        ]);
    }
}
