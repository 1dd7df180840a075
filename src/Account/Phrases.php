<?php

declare(strict_types=1);

namespace App\Account;

use App\Shared\Words;
use Doctrine\DBAL\Connection;
use SwiftReed\Knowledge\DataFolder;
use Symfony\Component\PasswordHasher\Hasher\UserPasswordHasherInterface;

/**
 * Pass phrases: long, and none that everybody tries first.
 */
final class Phrases
{
    /** Characters at the least. */
    public const LEAST = 12;
    /** Longer ones cost work and nothing else. */
    public const MOST = 200;

    public function __construct(
        private readonly UserPasswordHasherInterface $hasher,
        private readonly DataFolder $data,
        private readonly Connection $database,
        private readonly Words $words,
    ) {
    }

    /** Why a phrase will not do, in a sentence; null when it will. */
    public function problem(string $phrase, string $name): ?string
    {
        $length = mb_strlen($phrase);
        $plain = self::plain($phrase);

        return match (true) {
            $length < self::LEAST => $this->words->say(
                'refusal.phrase.short',
                ['%count%' => $length, '%least%' => self::LEAST],
            ),
            $length > self::MOST => $this->words->say(
                'refusal.phrase.long',
                ['%count%' => $length, '%most%' => self::MOST],
            ),
            \count(array_unique(mb_str_split($plain))) < 5 => $this->words->say('refusal.phrase.repeats'),
            '' !== self::plain($name)
                && self::plain(strtr($plain, [self::plain($name) => ''])) !== $plain
                && mb_strlen(strtr($plain, [self::plain($name) => ''])) < 6 => $this->words->say('refusal.phrase.name'),
            $this->isCommon($plain) => $this->words->say('refusal.phrase.common'),
            default => null,
        };
    }

    public function set(Account $account, string $phrase): void
    {
        $account->setPassword($this->hasher->hashPassword($account, $phrase));
    }

    /** Takes as long for nobody as for somebody, so that an answer does not tell whether the name exists. */
    public function fits(?Account $account, string $phrase): bool
    {
        if (mb_strlen($phrase) > self::MOST) {
            return false;
        }
        if (null !== $account) {
            return $this->hasher->isPasswordValid($account, $phrase);
        }
        // Somebody's phrase is compared, and the answer is no whatever comes of it.
        $other = $this->database->fetchOne('SELECT password FROM account LIMIT 1');
        $nobody = new Account('nobody', false);
        $nobody->setPassword(\is_string($other) ? $other : '');
        '' === $nobody->getPassword() || $this->hasher->isPasswordValid($nobody, $phrase);

        return false;
    }

    private function isCommon(string $plain): bool
    {
        $listed = $this->data->read('common-phrases')['phrases'] ?? [];
        // A common one with figures or signs after it is still a common one.
        $bare = (string) preg_replace('/\d+$/', '', $plain);

        return \is_array($listed)
            && [] !== array_intersect(
                [$plain, $bare],
                array_map(self::plain(...), array_filter($listed, is_string(...))),
            );
    }

    /** Capitals, spaces and signs make no other phrase. */
    private static function plain(string $phrase): string
    {
        return (string) preg_replace('/[^\p{L}\p{N}]+/u', '', mb_strtolower($phrase));
    }
}
