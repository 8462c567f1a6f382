<?php

declare(strict_types=1);

namespace App\Shared\Reckoned;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\KernelEvents;

/** Keeps the folder of results small: now and then, after an answer was sent, the oldest go until there is room again. */
#[AsEventListener(event: KernelEvents::TERMINATE)]
final readonly class Sweep
{
    /** Bytes that results may take. */
    public const LIMIT = 256 * 1024 * 1024;
    /** Share of the limit that is left after a sweep. */
    private const LEFT = 0.75;
    /** One answer of so many looks after the folder. */
    private const EVERY = 200;

    public function __construct(
        #[Autowire('%env(resolve:COIN_STAIR_HOME)%/reckoned')] private string $folder,
        private int $limit = self::LIMIT,
    ) {
    }

    public function __invoke(): void
    {
        if (1 === random_int(1, self::EVERY)) {
            $this->sweep();
        }
    }

    /** @return int bytes that are left */
    public function sweep(): int
    {
        $files = [];
        $bytes = 0;
        foreach ($this->files() as $file) {
            // Another worker may sweep as well.
            $size = (int) @filesize($file->getPathname());
            $files[$file->getPathname()] = [(int) @filemtime($file->getPathname()), $size];
            $bytes += $size;
        }
        if ($bytes <= $this->limit) {
            return $bytes;
        }
        // A result's file bears the time at which it expires: the oldest expires first.
        asort($files);
        foreach ($files as $path => [, $size]) {
            if ($bytes <= self::LEFT * $this->limit) {
                break;
            }
            @unlink($path);
            $bytes -= $size;
        }

        return $bytes;
    }

    /** @return iterable<\SplFileInfo> */
    private function files(): iterable
    {
        if (!is_dir($this->folder)) {
            return;
        }
        $all = new \RecursiveIteratorIterator(
            new \RecursiveDirectoryIterator($this->folder, \FilesystemIterator::SKIP_DOTS),
            \RecursiveIteratorIterator::LEAVES_ONLY,
            \RecursiveIteratorIterator::CATCH_GET_CHILD,
        );
        foreach ($all as $file) {
            if ($file instanceof \SplFileInfo && $file->isFile()) {
                yield $file;
            }
        }
    }
}
