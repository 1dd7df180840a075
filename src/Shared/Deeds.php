<?php

declare(strict_types=1);

namespace App\Shared;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Exception as DatabaseError;
use Doctrine\DBAL\Exception\ConnectionException;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\ControllerArgumentsEvent;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;
use Symfony\Component\HttpKernel\KernelEvents;

/**
 * The one place through which everything goes that changes something. What an action does, its lines in the audit, the
 * number of its press and its answer are kept together or not at all; a press that comes twice is done once and
 * answered alike; a refusal leaves nothing behind. What teachers change in one band happens one after the other, so
 * that what an action has looked at is still so when it is kept.
 */
final class Deeds
{
    /** @var list<\Closure(): void> what is kept also where everything else is taken back */
    private array $always = [];

    public function __construct(
        private readonly Connection $database,
        private readonly EntityManagerInterface $entities,
        private readonly Presses $presses,
        private readonly Present $present,
        private readonly LetsIn $letsIn,
    ) {
    }

    /** After the gate (0): it is known who may, and with what the action is called. */
    #[AsEventListener(KernelEvents::CONTROLLER_ARGUMENTS, priority: -50)]
    public function wrap(ControllerArgumentsEvent $event): void
    {
        $request = $event->getRequest();
        if (
            !$event->isMainRequest()
            || $request->isMethodSafe()
            || [] !== $event->getAttributes(ChangesNothing::class)
        ) {
            return;
        }
        $action = $event->getController();
        $event->setController(fn (
            mixed ...$with,
        ): Response => $this->press($request, static function () use ($action, $with): Response {
            $answer = $action(...$with);

            return $answer instanceof Response
                ? $answer
                : throw new \LogicException('An action that changes something answers with a response.');
        }));
    }

    /** What is to be kept whatever becomes of the press: a try that failed is counted though nothing else is kept. */
    public function always(\Closure $do): void
    {
        $this->always[] = $do;
    }

    /**
     * @param \Closure(): Response $do
     *
     * @throws Unsure when it cannot be known whether it was kept, or is known that it was not
     */
    private function press(Request $request, \Closure $do): Response
    {
        $this->always = [];
        $person = $this->present->identifier();
        $press = Press::of($request);
        if (null === $press && null !== $person) {
            throw new UnprocessableEntityHttpException('refusal.no_number');
        }
        $depth = $this->database->getTransactionNestingLevel();
        try {
            $this->database->beginTransaction();
        } catch (ConnectionException $error) {
            return null === $person ? $do() : throw $error; // a visitor has nothing here that could be lost
        }
        try {
            $this->waitForTurn();
            if (null !== $press && !$this->presses->take($press)) {
                return $this->answeredAlike($request, $press, $depth);
            }
            $answer = $do();
            if ($answer->getStatusCode() >= Response::HTTP_BAD_REQUEST) {
                $this->takeBack($depth);

                return $answer;
            }
            $this->entities->flush();
            $now = $this->present->identifier();
            $this->settle($press, new Answered($answer, $now === $person ? null : $now));
        } catch (\Throwable $error) {
            $this->takeBack($depth);
            throw $error;
        }

        return $this->kept($press, $answer);
    }

    /** The same press has been done before: whoever came in by it comes in, and nothing else happens. */
    private function answeredAlike(Request $request, Press $press, int $depth): Response
    {
        $before = $this->presses->answer($press);
        $this->takeBack($depth);
        if (null === $before) {
            throw new UnprocessableEntityHttpException('refusal.done_already');
        }
        if (null !== $before->cameIn) {
            $this->letsIn->letInAgain($before->cameIn, $request);
        }

        return $before->answer;
    }

    /** What teachers change in a band is changed by one at a time; what players do touches nobody else. */
    private function waitForTurn(): void
    {
        if ($this->present->isTeacher() && null !== $this->present->bandId()) {
            $this->database->executeStatement(
                'SELECT pg_advisory_xact_lock(hashtextextended(:band, 0))',
                ['band' => 'band '.$this->present->bandId()],
            );
        }
    }

    /**
     * The last word before it is kept. A transaction in which something has failed unnoticed fails here, instead of
     * ending as if all were well.
     */
    private function settle(?Press $press, Answered $answered): void
    {
        null === $press ? $this->database->fetchOne('SELECT 1') : $this->presses->keep($press, $answered);
        array_map(static fn (\Closure $do) => $do(), $this->always);
        $this->always = [];
    }

    private function kept(?Press $press, Response $answer): Response
    {
        try {
            $this->database->commit();

            return $answer;
        } catch (DatabaseError $error) {
            $this->database->close();
        }
        try {
            $isThere = null !== $press && null !== $this->presses->answer($press);
        } catch (DatabaseError) {
            throw Unsure::because($error);
        }

        if ($isThere || !Unsure::isBroken($error)) {
            return $isThere ? $answer : throw $error;
        }

        throw null === $press ? Unsure::because($error) : Unsure::notKept($error);
    }

    private function takeBack(int $depth): void
    {
        try {
            while ($this->database->getTransactionNestingLevel() > $depth) {
                $this->database->rollBack();
            }
        } catch (DatabaseError) {
            $this->database->close(); // with the line goes what was begun on it
        }
        $this->entities->clear();
        try {
            array_map(static fn (\Closure $do) => $do(), $this->always);
        } catch (DatabaseError) {
            // Without the database nothing is counted; nobody comes in either.
        }
        $this->always = [];
    }
}
