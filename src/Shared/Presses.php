<?php

declare(strict_types=1);

namespace App\Shared;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\ParameterType;
use Symfony\Component\HttpFoundation\Response;

/**
 * The presses that were done, with their answers: who sends one a second time is answered alike. An answer may show a
 * link or a code once; it is locked with the number of its press, of which only a digest is kept.
 */
final class Presses implements Sweeps
{
    /** A page that a browser brings back after a weekend is older than this, and its press a new one. */
    private const KEPT = '2 days';
    /**
     * A press that arrives twice by itself does so within this time. Only so long does the second arrival stand for
     * somebody who is not signed in, or has not the right any more: later it would open what a sign-out, a new pass
     * phrase or a renewed link has closed.
     */
    private const TWICE = '1 minute';
    /** Bytes of an answer; the slips of a large band are a tenth of it. */
    private const MOST = 8_000_000;
    /** What a browser needs of an answer besides its body. */
    private const HEADERS = ['location', 'content-type', 'content-disposition'];

    public function __construct(private readonly Connection $database)
    {
    }

    /**
     * Takes a press in hand. Where the same one is being done in another request, that one is waited for.
     *
     * @return bool false when it has been done
     */
    public function take(Press $press): bool
    {
        return 1 === $this->database->executeStatement(
            'INSERT INTO press (id) VALUES (:id) ON CONFLICT DO NOTHING',
            ['id' => $press->id],
        );
    }

    public function keep(Press $press, Answered $answered): void
    {
        $answer = $answered->answer;
        $headers = array_intersect_key($answer->headers->all(), array_flip(self::HEADERS));
        $content = (string) $answer->getContent();
        $plain = serialize([
            $answer->getStatusCode(),
            $headers,
            \strlen($content) > self::MOST ? '' : $content,
            $answered->cameIn,
        ]);
        $nonce = random_bytes(\SODIUM_CRYPTO_SECRETBOX_NONCEBYTES);
        $locked = $nonce.sodium_crypto_secretbox($plain, $nonce, $press->key);
        $this->database->executeStatement(
            'UPDATE press SET answer = :answer WHERE id = :id',
            ['id' => $press->id, 'answer' => $locked],
            ['answer' => ParameterType::LARGE_OBJECT],
        );
    }

    /** What a press was answered with a moment ago; null also when it was longer ago. */
    public function answerJustNow(Press $press): ?Answered
    {
        return $this->isJustNow($press) ? $this->answer($press) : null;
    }

    /**
     * What a press was answered with; null when it has not been done, or its answer is not there. Who came in by it is
     * named for a moment only.
     */
    public function answer(Press $press): ?Answered
    {
        $locked = $this->database->fetchOne('SELECT answer FROM press WHERE id = :id', ['id' => $press->id]);
        $locked = \is_resource($locked) ? stream_get_contents($locked) : $locked;
        if (!\is_string($locked) || \strlen($locked) <= \SODIUM_CRYPTO_SECRETBOX_NONCEBYTES) {
            return null;
        }
        $nonce = substr($locked, 0, \SODIUM_CRYPTO_SECRETBOX_NONCEBYTES);
        $plain = sodium_crypto_secretbox_open(
            substr($locked, \SODIUM_CRYPTO_SECRETBOX_NONCEBYTES),
            $nonce,
            $press->key,
        );
        $kept = false === $plain ? null : unserialize($plain, ['allowed_classes' => false]);
        if (
            !\is_array($kept)
            || !\is_int($kept[0])
            || !\is_array($kept[1])
            || !\is_string($kept[2])
            || !(null === $kept[3] || \is_string($kept[3]))
        ) {
            return null;
        }

        $cameIn = null !== $kept[3] && $this->isJustNow($press) ? $kept[3] : null;

        return new Answered(new Response($kept[2], $kept[0], $kept[1]), $cameIn);
    }

    private function isJustNow(Press $press): bool
    {
        $sql = "SELECT 1 FROM press WHERE id = :id AND made_at > now() - INTERVAL '".self::TWICE."'";

        return false !== $this->database->fetchOne($sql, ['id' => $press->id]);
    }

    public function sweep(): void
    {
        $this->database->executeStatement("DELETE FROM press WHERE made_at < now() - INTERVAL '".self::KEPT."'");
    }
}
