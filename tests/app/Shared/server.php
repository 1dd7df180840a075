<?php

declare(strict_types=1);

// PHP's own server does not give the programs that it runs what is in its environment.
foreach (getenv() as $name => $value) {
    $_SERVER[$name] ??= $value;
    $_ENV[$name] ??= $value;
}

require dirname(__DIR__, 3).'/public/index.php';
