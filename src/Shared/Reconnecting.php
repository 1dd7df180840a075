<?php

declare(strict_types=1);

namespace App\Shared;

use Doctrine\DBAL\Driver;
use Doctrine\DBAL\Driver\Connection;
use Doctrine\DBAL\Driver\Exception as DriverError;
use Doctrine\DBAL\Driver\Middleware;
use Doctrine\DBAL\Driver\Middleware\AbstractDriverMiddleware;
use Doctrine\DBAL\Driver\PDO\Exception as PdoError;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/**
 * A worker keeps its connection; after the database has been away it is a dead one, which is noticed by using it.
 * Connecting once more gives a live one, so that nobody meets an error when the database is long back. A database that
 * says nothing at all (a cable, a switch) is waited for by one request and passed by for some seconds by the others,
 * which go on without it at once.
 */
final class Reconnecting implements Middleware
{
    /** Seconds after which it was silence and no refusal: whoever refuses does so in milliseconds. */
    private const SILENCE = 1.0;
    /** Seconds for which a silent database is passed by. */
    private const PASSED_BY = 3;

    private readonly PassedBy $silent;

    public function __construct(#[Autowire('%kernel.cache_dir%')] string $cache)
    {
        $this->silent = new PassedBy($cache.'/database-silent', self::PASSED_BY);
    }

    public function wrap(Driver $driver): Driver
    {
        return new class($driver, $this->silent, self::SILENCE) extends AbstractDriverMiddleware {
            public function __construct(
                Driver $driver,
                private readonly PassedBy $silent,
                private readonly float $silence,
            ) {
                parent::__construct($driver);
            }

            public function connect(#[\SensitiveParameter] array $params): Connection
            {
                if ($this->silent->is()) {
                    $error = new \PDOException('SQLSTATE[08006] [7] the server said nothing a moment ago', 7);
                    $error->errorInfo = ['08006', 7, 'passed by'];
                    throw PdoError::new($error);
                }
                $begun = microtime(true);
                try {
                    return parent::connect($params);
                } catch (DriverError $error) {
                    if (microtime(true) - $begun < $this->silence) {
                        return parent::connect($params);
                    }
                    $this->silent->note();
                    throw $error;
                }
            }
        };
    }
}
