<?php

declare(strict_types=1);

namespace App;

use Symfony\Bundle\FrameworkBundle\Kernel\MicroKernelTrait;
use Symfony\Component\HttpKernel\Kernel as BaseKernel;

/**
 * Programs of different users keep what they make apart: a page that root has made from the command line is no file
 * that the server cannot write over.
 */
final class Kernel extends BaseKernel
{
    use MicroKernelTrait {
        getCacheDir as private sharedCacheDir;
        getLogDir as private sharedLogDir;
    }

    public function getCacheDir(): string
    {
        return self::own($this->sharedCacheDir());
    }

    public function getLogDir(): string
    {
        return self::own($this->sharedLogDir());
    }

    /** The folder, or one beside it for whoever runs this and does not own the place in which it lies. */
    private static function own(string $folder): string
    {
        $parent = is_dir($folder) ? $folder : \dirname($folder);
        $owner = @fileowner($parent);
        $user = \function_exists('posix_geteuid') ? posix_geteuid() : $owner;

        return false === $owner || $owner === $user ? $folder : $folder.'-'.$user;
    }
}
