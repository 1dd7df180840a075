<?php

declare(strict_types=1);

namespace App\Account;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Exception as DatabaseError;
use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;
use Symfony\Component\Mailer\Exception\TransportException;
use Symfony\Component\Mailer\SentMessage;
use Symfony\Component\Mailer\Transport\AbstractTransport;
use Symfony\Component\Mailer\Transport\Dsn;
use Symfony\Component\Mailer\Transport\TransportFactoryInterface;
use Symfony\Component\Mailer\Transport\TransportInterface;
use Symfony\Component\Mime\Email;
use Symfony\Component\Uid\Uuid;

/**
 * Stands in for the post: every letter lies in the database for whom it is for, on whatever machine it was written. A
 * real transport takes its place by another MAILER_DSN.
 */
#[AutoconfigureTag('mailer.transport_factory')]
final class LetterTransport extends AbstractTransport implements TransportFactoryInterface
{
    public function __construct(private readonly Connection $database)
    {
        parent::__construct();
    }

    public function create(Dsn $dsn): TransportInterface
    {
        return $this;
    }

    public function supports(Dsn $dsn): bool
    {
        return 'letters' === $dsn->getScheme();
    }

    public function __toString(): string
    {
        return 'letters://house';
    }

    protected function doSend(SentMessage $message): void
    {
        $email = $message->getOriginalMessage();
        if (!$email instanceof Email) {
            return;
        }
        foreach ($email->getTo() as $to) {
            $account = explode('@', $to->getAddress())[0];
            try {
                if (
                    !Uuid::isValid($account)
                    || 1 !== $this->database->executeStatement(
                        'INSERT INTO letter (account_id, subject, text) SELECT id, :subject, :text FROM account WHERE id = :account',
                        [
                            'account' => $account,
                            'subject' => mb_substr((string) $email->getSubject(), 0, 200),
                            'text' => \is_string($email->getTextBody()) ? $email->getTextBody() : '',
                        ],
                    )
                ) {
                    throw new TransportException('Nobody of that name has a mailbox here.');
                }
            } catch (DatabaseError $error) {
                throw new TransportException('The letter could not be written; does the database answer?', 0, $error);
            }
        }
    }
}
