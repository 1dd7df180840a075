<?php

declare(strict_types=1);

namespace App\Shared;

use App\Engraving\EngravingError;
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
    public function __construct(private readonly Environment $twig, private readonly LoggerInterface $logger)
    {
    }

    public function __invoke(ExceptionEvent $event): void
    {
        $error = $event->getThrowable();
        [$status, $title, $sentence] = match (true) {
            $error instanceof InstrumentError => [404, 'Not a known instrument', $error->getMessage()],
            $error instanceof Mistake => [422, 'This cannot be done', $error->getMessage()],
            $error instanceof EngravingError => [503, 'The page cannot be drawn just now', $error->getMessage()],
            $error instanceof ConnectionException, $error instanceof DriverException && str_contains($error->getMessage(), 'server') => [503, 'The folder cannot be reached', 'The database does not answer, so nothing can be saved or looked up; the Desk, the keys and the fingerings go on working. What you typed is kept below.'],
            $error instanceof OptimisticLockException => [409, 'Changed by somebody else', 'Somebody else has changed the same thing at the same moment, and nothing of yours was kept; what you typed is kept below. Look at theirs, then try again.'],
            $error instanceof AccessDeniedException => [403, self::title(403), 'Access Denied.' === $error->getMessage() ? 'This is not yours to do.' : $error->getMessage()],
            $error instanceof HttpExceptionInterface => [$error->getStatusCode(), self::title($error->getStatusCode()), self::sentence($error)],
            default => [500, 'Something broke', 'The application made a mistake; what you typed is kept below. Going back and trying again may help.'],
        };
        if (500 === $status) {
            $this->logger->critical($error->getMessage(), ['exception' => $error]);
        }
        $request = $event->getRequest();
        $fields = Forms::typed($request);
        $again = [] === $fields ? null : ['action' => $request->getPathInfo(), 'fields' => $fields];
        $headers = $error instanceof HttpExceptionInterface ? $error->getHeaders() : [];
        $event->setResponse(new Response($this->twig->render('shared/error.html.twig', ['title' => $title, 'sentence' => $sentence, 'again' => $again]), $status, $headers));
    }

    private static function title(int $status): string
    {
        return match ($status) {
            404 => 'Not here', 409 => 'Changed by somebody else', 503 => 'Not just now', 422 => 'This cannot be done', 405 => 'Not that way', 403 => 'Not allowed', default => 'This request cannot be answered',
        };
    }

    private static function sentence(HttpExceptionInterface $error): string
    {
        return match ($error->getStatusCode()) {
            404 => str_starts_with($error->getMessage(), 'No route') ? 'There is no page at this address; expected one of the pages linked above, for example the Desk.' : $error->getMessage(),
            405 => 'This address does not take that kind of request; start again from one of the pages linked above.',
            403, 409, 422, 503 => $error->getMessage(),
            default => 'The request was not complete or not readable; start again from one of the pages linked above.',
        };
    }
}
