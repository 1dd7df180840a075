<?php

declare(strict_types=1);

namespace App\Account;

use Doctrine\DBAL\Connection;
use Symfony\Component\Mailer\Exception\TransportExceptionInterface;
use Symfony\Component\Mailer\MailerInterface;
use Symfony\Component\Mime\Email;

/**
 * The letters of the house. Nobody here has an address to send to: a letter goes into the simulated mailbox that ships
 * with the product, and the account shows it.
 */
final class Mailbox
{
    private const PLACE = '@mailbox.invalid';
    /** Letters that are shown; older ones lie below them. */
    private const MOST = 20;

    public function __construct(private readonly MailerInterface $mailer, private readonly Connection $database)
    {
    }

    /** @return bool whether the letter lies there now */
    public function write(Account $to, string $subject, string $text): bool
    {
        try {
            $this->mailer->send((new Email())->from('swift-reed'.self::PLACE)
                ->to($to->getId().self::PLACE)
                ->subject($subject)
                ->text($text));

            return true;
        } catch (TransportExceptionInterface) {
            return false;
        }
    }

    /** @return list<array{date: string, subject: string, text: string}> the newest first */
    public function letters(Account $of): array
    {
        $letters = [];
        foreach ($this->database->fetchAllAssociative(
            "SELECT to_char(written_at, 'YYYY-MM-DD HH24:MI') AS date, subject, text FROM letter WHERE account_id = :account ORDER BY written_at DESC, id DESC LIMIT ".self::MOST,
            ['account' => $of->getId()],
        ) as $row) {
            $letters[] = [
                'date' => \is_string($row['date']) ? $row['date'] : '',
                'subject' => \is_string($row['subject']) ? $row['subject'] : '',
                'text' => \is_string($row['text']) ? $row['text'] : '',
            ];
        }

        return $letters;
    }
}
