<?php

declare(strict_types=1);

namespace App\Account;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Mailer\Exception\TransportException;
use Symfony\Component\Mailer\SentMessage;
use Symfony\Component\Mailer\Transport\AbstractTransport;
use Symfony\Component\Mailer\Transport\Dsn;
use Symfony\Component\Mailer\Transport\TransportFactoryInterface;
use Symfony\Component\Mailer\Transport\TransportInterface;
use Symfony\Component\Mime\Email;

/**
 * Stands in for the post: every letter becomes a file in the folder of whom it is for. A real transport takes its place by another MAILER_DSN.
 */
#[AutoconfigureTag('mailer.transport_factory')]
final class FolderTransport extends AbstractTransport implements TransportFactoryInterface
{
    public function __construct(
        #[Autowire('%kernel.project_dir%/var/mailbox')]
        private readonly string $folder,
    ) {
        parent::__construct();
    }

    public function create(Dsn $dsn): TransportInterface
    {
        return $this;
    }

    public function supports(Dsn $dsn): bool
    {
        return 'folder' === $dsn->getScheme();
    }

    public function __toString(): string
    {
        return 'folder://mailbox';
    }

    protected function doSend(SentMessage $message): void
    {
        $email = $message->getOriginalMessage();
        if (!$email instanceof Email) {
            return;
        }
        $now = new \DateTimeImmutable();
        foreach ($email->getTo() as $to) {
            $folder = $this->folder.'/'.preg_replace('/[^0-9a-z-]/', '', explode('@', $to->getAddress())[0]);
            if (!is_dir($folder)) {
                @mkdir($folder, 0o700, true);
            }
            if (false === @file_put_contents(\sprintf('%s/%s-%s.json', $folder, $now->format('YmdHisv'), bin2hex(random_bytes(3))), json_encode(['date' => $now->format('Y-m-d H:i'), 'subject' => $email->getSubject(), 'text' => $email->getTextBody()], \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE))) {
                throw new TransportException('The letter could not be written; is there room on the disk?');
            }
        }
    }
}
