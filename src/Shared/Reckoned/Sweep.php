<?php

declare(strict_types=1);

namespace App\Shared\Reckoned;

use App\Shared\Work\NowAndThen;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;

/**
 * Keeps the results of all programs small: now and then the oldest go until there is room again. Programs that
 * keep little lose nothing by one that keeps much: what there is room for is shared evenly, and who takes less leaves it to the others.
 */
#[AsEventListener(event: NowAndThen::class, method: 'sweep')]
final readonly class Sweep
{
    /** Bytes that the results of all programs may take. */
    public const LIMIT = 256 * 1024 * 1024;
    /** Share of what a program may take that is left to it after a sweep. */
    private const LEFT = 0.75;

    public function __construct(
        #[Autowire('%env(resolve:COIN_STAIR_HOME)%/reckoned')] private string $folder,
        private int $limit = self::LIMIT,
    ) {
    }

    /** @return int bytes that are left */
    public function sweep(): int
    {
        $files = $bytes = [];
        foreach (is_dir($this->folder) ? new \FilesystemIterator($this->folder) : [] as $program) {
            if (!$program instanceof \SplFileInfo || !$program->isDir()) {
                continue;
            }
            $path = $program->getPathname();
            $files[$path] = iterator_to_array($this->files($path));
            $bytes[$path] = array_sum(array_column($files[$path], 'bytes'));
            if (!str_starts_with($program->getFilename(), StoresOnDisk::PROGRAM)) {
                // A former release kept the results of all programs together.
                $bytes[$path] = self::shrink($files[$path], $bytes[$path], 0);
            }
        }
        if (array_sum($bytes) > $this->limit) {
            $share = self::share($bytes, $this->limit);
            foreach ($bytes as $path => $taken) {
                $bytes[$path] = $taken > $share ? self::shrink($files[$path], $taken, self::LEFT * $share) : $taken;
            }
        }

        return array_sum($bytes);
    }

    /**
     * The most that a program may take.
     *
     * @param array<string, int> $bytes that each takes
     */
    private static function share(array $bytes, int $limit): float
    {
        sort($bytes);
        $left = (float) $limit;
        foreach ($bytes as $index => $taken) {
            $even = $left / (\count($bytes) - $index);
            if ($taken > $even) {
                return $even;
            }
            $left -= $taken;
        }

        return \INF;
    }

    /**
     * @param array<string, array{at: int, bytes: int}> $files by path
     *
     * @return int bytes that are left
     */
    private static function shrink(array $files, int $bytes, float $to): int
    {
        // A result's file bears the time at which it expires: the oldest expires first.
        asort($files);
        foreach ($files as $path => ['bytes' => $taken]) {
            if ($bytes <= $to) {
                break;
            }
            @unlink($path);
            $bytes -= $taken;
        }

        return $bytes;
    }

    /** @return iterable<string, array{at: int, bytes: int}> by path; those that are no results, locks, take no room */
    private function files(string $folder): iterable
    {
        $all = new \RecursiveIteratorIterator(
            new \RecursiveDirectoryIterator($folder, \FilesystemIterator::SKIP_DOTS),
            \RecursiveIteratorIterator::LEAVES_ONLY,
            \RecursiveIteratorIterator::CATCH_GET_CHILD,
        );
        foreach ($all as $file) {
            // Another worker may sweep as well.
            $bytes = $file instanceof \SplFileInfo && $file->isFile() ? (int) @filesize($file->getPathname()) : 0;
            if ($bytes > 0) {
                yield $file->getPathname() => ['at' => (int) @filemtime($file->getPathname()), 'bytes' => $bytes];
            }
        }
    }
}
