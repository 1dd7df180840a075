<?php

declare(strict_types=1);

// Read once when the web server starts: its workers then have every class ready, and look up no file for one.
$root = dirname(__DIR__);
$kept = getenv('APP_CACHE_DIR');
$container = (is_string($kept) && '' !== $kept ? $kept : $root.'/var/cache').'/prod/App_KernelProdContainer.preload.php';
if (is_file($container)) {
    require $container;
    foreach (['SwiftReed' => $root.'/core', 'App' => $root.'/src'] as $namespace => $folder) {
        foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator($folder, FilesystemIterator::SKIP_DOTS)) as $file) {
            class_exists($namespace.strtr(substr((string) $file, strlen($folder), -4), '/', '\\'));
        }
    }
}
