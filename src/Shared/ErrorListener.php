<?php

declare(strict_types=1);

namespace App\Shared;

use App\Shared\Form\Forms;
use Doctrine\DBAL\Exception\ConnectionException;
use Doctrine\DBAL\Exception\DriverException;
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
        // The mapper calls it a conflict when the last word to the database fails; it is what the database, or the line to it, says.
        $wasLast = $error instanceof OptimisticLockException && null === $error->getEntity() && $error->getPrevious() instanceof DriverException;
        $error = $wasLast ? $error->getPrevious() : $error;
        [$status, $title, $sentence] = match (true) {
            $error instanceof InstrumentError => [404, 'title.no_instrument', $error->getMessage()],
            $error instanceof Mistake => [422, 'title.cannot', $error->getMessage()],
            $error instanceof NotNow => [503, $error->title(), $error->getMessage()],
            self::isFull($error) => [503, 'title.full', 'refusal.full'],
            $error instanceof ConnectionException, self::isLost($error) => [503, 'title.away', $wasLast ? 'refusal.unsure' : 'refusal.away'],
            $error instanceof OptimisticLockException => [409, 'title.changed', 'refusal.changed'],
            $error instanceof AccessDeniedException => [403, self::title(403), 'Access Denied.' === $error->getMessage() ? 'refusal.not_yours' : $error->getMessage()],
            $error instanceof HttpExceptionInterface => [$error->getStatusCode(), self::title($error->getStatusCode()), self::sentence($error)],
            default => [500, 'title.broke', 'refusal.broke'],
        };
        if (500 === $status || self::isFull($error)) {
            $this->logger->critical($error->getMessage(), ['exception' => $error]);
        }
        $request = $event->getRequest();
        $fields = Forms::typed($request);
        $again = [] === $fields ? null : ['action' => $request->getPathInfo(), 'fields' => $fields];
        $headers = $error instanceof HttpExceptionInterface ? $error->getHeaders() : [];
        $event->setResponse(new Response($this->twig->render('shared/error.html.twig', ['title' => $title, 'sentence' => $sentence, 'again' => $again]), $status, $headers));
    }

    /** The disk of the database: nobody's mistake, and its keeper's business. */
    private static function isFull(\Throwable $error): bool
    {
        return $error instanceof DriverException && self::DISK_FULL === $error->getSQLState();
    }

    /** The line to the database is broken, whoever broke it. */
    private static function isLost(\Throwable $error): bool
    {
        return $error instanceof DriverException && (str_contains($error->getMessage(), 'server') || str_contains($error->getMessage(), 'terminating connection'));
    }

    private static function title(int $status): string
    {
        return match ($status) {
            404 => 'title.not_here', 409 => 'title.changed', 503 => 'title.not_now', 422 => 'title.cannot', 405 => 'title.not_that_way', 403 => 'title.not_allowed', default => 'title.not_answered',
        };
    }

    private static function sentence(HttpExceptionInterface $error): string
    {
        return match ($error->getStatusCode()) {
            404 => str_starts_with($error->getMessage(), 'No route') ? 'refusal.no_page' : $error->getMessage(),
            405 => 'refusal.not_that_way',
            403, 409, 422, 503 => $error->getMessage(),
            default => 'refusal.not_readable',
        };
    }
}
