<?php

declare(strict_types=1);

namespace App;

use Symfony\Bundle\FrameworkBundle\Kernel\MicroKernelTrait;
use Symfony\Component\Config\Resource\DirectoryResource;
use Symfony\Component\DependencyInjection\ContainerBuilder;
use Symfony\Component\HttpKernel\Kernel as BaseKernel;

final class Kernel extends BaseKernel
{
    use MicroKernelTrait;

    /** What is kept was reckoned by these sources, and drawn by those: with others it is made anew. */
    private const SOURCES = [
        'rules_version' => ['core'],
        'core_version' => ['core', 'src', 'templates', 'translations', 'assets'],
    ];

    protected function build(ContainerBuilder $container): void
    {
        foreach (self::SOURCES as $parameter => $folders) {
            $hash = hash_init('xxh128');
            foreach ($folders as $folder) {
                $container->addResource(new DirectoryResource($this->getProjectDir().'/'.$folder));
                foreach (self::files($this->getProjectDir().'/'.$folder) as $path) {
                    hash_update_file($hash, $path);
                }
            }
            $container->setParameter($parameter, hash_final($hash));
        }
    }

    /** @return list<string> paths of all files of a folder, in order */
    private static function files(string $folder): array
    {
        $paths = [];
        $files = new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($folder, \FilesystemIterator::SKIP_DOTS));
        foreach ($files as $file) {
            if ($file instanceof \SplFileInfo && $file->isFile()) {
                $paths[] = $file->getPathname();
            }
        }
        sort($paths);

        return $paths;
    }
}
