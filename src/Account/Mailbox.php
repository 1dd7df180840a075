<?php

declare(strict_types=1);

namespace App\Account;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Mailer\Exception\TransportExceptionInterface;
use Symfony\Component\Mailer\MailerInterface;
use Symfony\Component\Mime\Email;

/**
 * The letters of the house. Nobody here has an address to send to: a letter goes into the simulated mailbox that ships with the product, and the account shows it.
 */
final class Mailbox
{
    private const PLACE = '@mailbox.invalid';
    /** Letters that are shown; older ones lie below them. */
    private const MOST = 20;

    public function __construct(
        private readonly MailerInterface $mailer,
        #[Autowire('%kernel.project_dir%/var/mailbox')]
        private readonly string $folder,
    ) {
    }

    /** @return bool whether the letter lies there now */
    public function write(Account $to, string $subject, string $text): bool
    {
        try {
            $this->mailer->send((new Email())->from('swift-reed'.self::PLACE)->to($to->getId().self::PLACE)->subject($subject)->text($text));

            return true;
        } catch (TransportExceptionInterface) {
            return false;
        }
    }

    /** @return list<array{date: string, subject: string, text: string}> the newest first */
    public function letters(Account $of): array
    {
        $found = glob($this->folder.'/'.$of->getId().'/*.json');
        $files = false === $found ? [] : $found;
        rsort($files);
        $letters = [];
        foreach (\array_slice($files, 0, self::MOST) as $file) {
            $letter = json_decode((string) @file_get_contents($file), true);
            if (\is_array($letter) && \is_string($letter['date'] ?? null) && \is_string($letter['subject'] ?? null) && \is_string($letter['text'] ?? null)) {
                $letters[] = ['date' => $letter['date'], 'subject' => $letter['subject'], 'text' => $letter['text']];
            }
        }

        return $letters;
    }
}
