<?php

declare(strict_types=1);

namespace App\Shared;

use App\Shared\Form\Forms;
use Doctrine\DBAL\Exception\ConnectionException;
use Doctrine\DBAL\Exception\ConstraintViolationException;
use Doctrine\DBAL\Exception\DriverException;
use Doctrine\DBAL\Exception\RetryableException;
use Doctrine\DBAL\Exception\UniqueConstraintViolationException;
use Doctrine\ORM\OptimisticLockException;
use Psr\Log\LoggerInterface;
use SwiftReed\Instrument\InstrumentError;
use SwiftReed\Knowledge\Mistake;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use Symfony\Component\Security\Core\Exception\AccessDeniedException;
use Twig\Environment;

/**
 * Every failure is a sentence, the right status, and a way to go on with what was typed.
 */
#[AsEventListener(priority: 10)]
final class ErrorListener
{
    /** Source: PostgreSQL, appendix A, error codes. */
    private const DISK_FULL = '53100';

    public function __construct(private readonly Environment $twig, private readonly LoggerInterface $logger)
    {
    }

    public function __invoke(ExceptionEvent $event): void
    {
        $error = $event->getThrowable();
        // The mapper calls it a conflict when its last word to the database fails; it is what the database, or the line
        // to it, says.
        $isOfDatabase = $error instanceof OptimisticLockException
            && null === $error->getEntity()
            && $error->getPrevious() instanceof DriverException;
        $error = $isOfDatabase ? $error->getPrevious() : $error;
        [$status, $title, $sentence] = match (true) {
            $error instanceof InstrumentError => [404, 'title.no_instrument', $error->getMessage()],
            $error instanceof Mistake => [422, 'title.cannot', $error->getMessage()],
            $error instanceof NotNow => [503, $error->title(), $error->getMessage()],
            self::isFull($error) => [503, 'title.full', 'refusal.full'],
            $error instanceof ConnectionException, Unsure::isBroken($error) => [503, 'title.away', 'refusal.away'],
            $error instanceof UniqueConstraintViolationException => [409, 'title.taken', Refused::taken($error)],
            $error instanceof ConstraintViolationException => [409, 'title.changed', 'refusal.gone_meanwhile'],
            $error instanceof RetryableException => [503, 'title.not_now', 'refusal.busy'],
            $error instanceof OptimisticLockException => [409, 'title.changed', 'refusal.changed'],
            $error instanceof AccessDeniedException => [
                403,
                self::title(403),
                'Access Denied.' === $error->getMessage() ? 'refusal.not_yours' : $error->getMessage(),
            ],
            $error instanceof HttpExceptionInterface => [
                $error->getStatusCode(),
                self::title($error->getStatusCode()),
                self::sentence($error),
            ],
            default => [500, 'title.broke', 'refusal.broke'],
        };
        if (500 === $status || self::isFull($error)) {
            $this->logger->critical($error->getMessage(), ['exception' => $error]);
        }
        $request = $event->getRequest();
        $fields = $request->isMethodSafe() ? [] : Forms::again($request);
        $again = [] === $fields ? null : ['action' => $request->getPathInfo(), 'fields' => $fields];
        $headers = $error instanceof HttpExceptionInterface ? $error->getHeaders() : [];
        if ($error instanceof Stale) {
            $again = ['action' => $request->getPathInfo(), 'fields' => $error->again($fields)];
        }
        // What a script has asked takes a sentence, not a page.
        $isPart = !$request->isMethodSafe() && $request->headers->has('HX-Request');
        $template = $isPart ? 'shared/_error.html.twig' : (self::page($error));
        $event->setResponse(
            new Response(
                $this->twig->render(
                    $template,
                    [
                        'title' => $title,
                        'sentence' => $sentence,
                        'again' => $again,
                        'theirs' => $error instanceof Stale ? $error->theirs : [],
                    ],
                ),
                $status,
                $headers,
            ),
        );
    }

    private static function page(\Throwable $error): string
    {
        return match (true) {
            $error instanceof SessionOver => 'entrance/again.html.twig',
            $error instanceof Stale => 'shared/stale.html.twig',
            default => 'shared/error.html.twig',
        };
    }

    /** The disk of the database: nobody's mistake, and its keeper's business. */
    private static function isFull(\Throwable $error): bool
    {
        return $error instanceof DriverException && self::DISK_FULL === $error->getSQLState();
    }

    private static function title(int $status): string
    {
        return match ($status) {
            404 => 'title.not_here',
            401 => 'title.session_over',
            409 => 'title.changed',
            503 => 'title.not_now',
            422 => 'title.cannot',
            405 => 'title.not_that_way',
            403 => 'title.not_allowed',
            default => 'title.not_answered',
        };
    }

    private static function sentence(HttpExceptionInterface $error): string
    {
        return match ($error->getStatusCode()) {
            404 => str_starts_with($error->getMessage(), 'No route') ? 'refusal.no_page' : $error->getMessage(),
            405 => 'refusal.not_that_way',
            401, 403, 409, 422, 503 => $error->getMessage(),
            default => 'refusal.not_readable',
        };
    }
}
