<?php

declare(strict_types=1);

namespace App\Shared;

use Doctrine\DBAL\Driver;
use Doctrine\DBAL\Driver\Connection;
use Doctrine\DBAL\Driver\Exception as DriverError;
use Doctrine\DBAL\Driver\Middleware;
use Doctrine\DBAL\Driver\Middleware\AbstractDriverMiddleware;

/**
 * A worker keeps its connection; after the database has been away it is a dead one, which is noticed by using it. Connecting once more gives a live one,
 * so that nobody meets an error when the database is long back.
 */
final class Reconnecting implements Middleware
{
    public function wrap(Driver $driver): Driver
    {
        return new class($driver) extends AbstractDriverMiddleware {
            public function connect(#[\SensitiveParameter] array $params): Connection
            {
                try {
                    return parent::connect($params);
                } catch (DriverError) {
                    return parent::connect($params);
                }
            }
        };
    }
}
