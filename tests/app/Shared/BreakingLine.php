<?php

declare(strict_types=1);

namespace App\Tests\Shared;

use Doctrine\DBAL\Driver;
use Doctrine\DBAL\Driver\Connection;
use Doctrine\DBAL\Driver\Middleware;
use Doctrine\DBAL\Driver\Middleware\AbstractConnectionMiddleware;
use Doctrine\DBAL\Driver\Middleware\AbstractDriverMiddleware;
use Doctrine\DBAL\Driver\PDO\Exception as PdoError;

/**
 * A line to the database that breaks where a test says so: the change is kept, and nobody hears of it.
 */
final class BreakingLine implements Middleware
{
    /** Whether the line breaks when the next change has just been kept. */
    public static bool $breaks = false;
    /** Whether the database does not answer after that. */
    public static bool $staysAway = false;
    public static bool $isAway = false;

    public static function mended(): void
    {
        self::$breaks = self::$staysAway = self::$isAway = false;
    }

    public static function error(): PdoError
    {
        $error = new \PDOException('SQLSTATE[08006] [7] server closed the connection unexpectedly', 7);
        $error->errorInfo = ['08006', 7, 'server closed the connection unexpectedly'];

        return PdoError::new($error);
    }

    public function wrap(Driver $driver): Driver
    {
        return new class($driver) extends AbstractDriverMiddleware {
            public function connect(#[\SensitiveParameter] array $params): Connection
            {
                if (BreakingLine::$isAway) {
                    throw BreakingLine::error();
                }

                return new class(parent::connect($params)) extends AbstractConnectionMiddleware {
                    public function commit(): void
                    {
                        parent::commit();
                        if (BreakingLine::$breaks) {
                            BreakingLine::$breaks = false;
                            BreakingLine::$isAway = BreakingLine::$staysAway;
                            throw BreakingLine::error();
                        }
                    }
                };
            }
        };
    }
}
