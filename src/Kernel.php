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

    /** What is kept between requests was reckoned and drawn by these sources: with others it is made anew. */
    protected function build(ContainerBuilder $container): void
    {
        $hash = hash_init('xxh128');
        foreach (['core', 'src', 'templates', 'translations', 'assets'] as $folder) {
            $container->addResource(new DirectoryResource($this->getProjectDir().'/'.$folder));
            $files = new \RecursiveIteratorIterator(
                new \RecursiveDirectoryIterator($this->getProjectDir().'/'.$folder, \FilesystemIterator::SKIP_DOTS),
            );
            $paths = [];
            foreach ($files as $file) {
                if ($file instanceof \SplFileInfo && $file->isFile()) {
                    $paths[] = $file->getPathname();
                }
            }
            sort($paths);
            foreach ($paths as $path) {
                hash_update_file($hash, $path);
            }
        }
        $container->setParameter('core_version', hash_final($hash));
    }
}
