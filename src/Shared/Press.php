<?php

declare(strict_types=1);

namespace App\Shared;

use App\Shared\Form\Forms;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;

/**
 * One press of a button: the number that its page gave it, and what was sent with it. The same number with the same
 * fields is the same press, however often it arrives; with other fields it is another one (somebody went back, and
 * changed a name). Nobody else has the number, so that it stands for the one who pressed, also where the first press
 * has ended his session.
 */
final readonly class Press
{
    public const FIELD = '_press';
    public const HEADER = 'X-Press';
    private const NUMBER = '/^[A-Za-z0-9_-]{20,64}$/D';

    /**
     * @param string $id  under which it is known: nobody can tell the number from it
     * @param string $key with which its answer is locked away,
     *  32 bytes: only whoever sends the number again can read it
     */
    private function __construct(
        public string $id,
        public string $key,
    ) {
    }

    /** Null where the request has no number. */
    public static function of(Request $request): ?self
    {
        $number = self::number($request);
        if (null === $number) {
            return null;
        }
        $says = [$number, $request->getMethod(), $request->getPathInfo(), self::fields($request)];

        return new self(hash('sha256', implode("\0", $says)), hash('sha256', 'answer'."\0".$number, true));
    }

    /** 128 bits that nobody guesses, for a page that is about to be sent. */
    public static function fresh(): string
    {
        return rtrim(strtr(base64_encode(random_bytes(16)), '+/', '-_'), '=');
    }

    /** The number that came along, if it is one. */
    public static function number(Request $request): ?string
    {
        $given = $request->headers->get(self::HEADER)
            ?? $request->request->all()[self::FIELD]
            ?? $request->query->all()[self::FIELD]
            ?? '';

        return \is_string($given) && 1 === preg_match(self::NUMBER, $given) ? $given : null;
    }

    /** What was sent, but for what belongs to the page and not to the press. */
    private static function fields(Request $request): string
    {
        $fields = array_diff_key(
            $request->request->all(),
            array_flip([self::FIELD, FormToken::FIELD, FormToken::BAND, ...Forms::SECRET]),
        );
        $files = array_map(
            static fn (mixed $file): string => $file instanceof UploadedFile && $file->isValid() ? (string) hash_file(
                'sha256',
                $file->getPathname(),
            ) : '',
            $request->files->all(),
        );
        $body = 'json' === $request->getContentTypeFormat() ? $request->getContent() : '';

        return hash('sha256', serialize([$fields, $files, $body]));
    }
}
