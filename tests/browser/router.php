<?php

declare(strict_types=1);

// For PHP's own server in the tests: files as they are, everything else to the application.
$path = dirname(__DIR__, 2).'/public'.parse_url((string) $_SERVER['REQUEST_URI'], \PHP_URL_PATH);
if (is_file($path)) {
    return false;
}
$_SERVER['SCRIPT_FILENAME'] = dirname(__DIR__, 2).'/public/index.php';
$_SERVER['SCRIPT_NAME'] = '/index.php';
require dirname(__DIR__, 2).'/public/index.php';
