<?php

declare(strict_types=1);

namespace App\Shared;

use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\ConsoleEvents;
use Symfony\Component\Console\Event\ConsoleCommandEvent;
use Symfony\Component\Console\Event\ConsoleTerminateEvent;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;

/**
 * What is typed after a command is text, in UTF-8: bytes that are none are refused at the door, and not carried into
 * sentences.
 */
final class ReadableCommands
{
    private bool $isRefused = false;

    #[AsEventListener(ConsoleEvents::COMMAND, priority: 100)]
    public function look(ConsoleCommandEvent $event): void
    {
        $this->isRefused = false;
        foreach ([...$event->getInput()->getArguments(), ...$event->getInput()->getOptions()] as $name => $given) {
            foreach (\is_array($given) ? $given : [$given] as $one) {
                if (\is_string($one) && !mb_check_encoding($one, 'UTF-8')) {
                    Failure::say(
                        $event->getOutput(),
                        \sprintf(
                            '"%s" was read for %s, with bytes that are no text in UTF-8; expected letters, digits and signs, for example "Bb4 C5".',
                            mb_substr(mb_scrub($one), 0, 60),
                            $name,
                        ),
                    );
                    $event->disableCommand();
                    $this->isRefused = true;

                    return;
                }
            }
        }
    }

    #[AsEventListener(ConsoleEvents::TERMINATE)]
    public function end(ConsoleTerminateEvent $event): void
    {
        if ($this->isRefused) {
            $event->setExitCode(Command::FAILURE);
        }
    }
}
