<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Engraving\EngravingError;
use App\Packets\Runs;
use App\Shared\Words;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerMessageFailedEvent;
use Symfony\Component\Messenger\Exception\HandlerFailedException;

/**
 * A piece that was tried several times in vain is named as failed, so that its packet comes to an end.
 */
#[AsEventListener]
final class GivenUp
{
    public function __construct(private readonly Runs $runs, private readonly Words $words)
    {
    }

    public function __invoke(WorkerMessageFailedEvent $event): void
    {
        $asked = $event->getEnvelope()->getMessage();
        if (!$asked instanceof MakePiece || $event->willRetry()) {
            return;
        }
        $error = $event->getThrowable();
        $cause = $error instanceof HandlerFailedException ? $error->getPrevious() : $error;
        $this->runs->fail(
            $asked->run,
            $asked->number,
            $cause instanceof EngravingError ? $cause->getMessage() : $this->words->say('packet.broke'),
        );
    }
}
