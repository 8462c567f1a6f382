<?php

declare(strict_types=1);

namespace App\Shared\Reckoned;

use Symfony\Component\Cache\Adapter\FilesystemAdapter;
use Symfony\Component\Cache\LockRegistry;
use Symfony\Component\DependencyInjection\Attribute\AsAlias;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Contracts\Cache\CacheInterface;

/** In the home of the instance, a folder for each program. */
#[AsAlias(Stores::class)]
final class StoresOnDisk implements Stores
{
    /** What the folder of a program is called, before its id. */
    public const PROGRAM = 'program-';
    /** Seconds after which a result that nobody made anew is forgotten. */
    private const SECONDS = 30 * 86400;
    /** What several requests of one program reckon in the same moment is reckoned once: so many results at a time. */
    private const LOCKS = 32;

    /** @var array<int, CacheInterface> by id of the program */
    private array $opened = [];

    public function __construct(#[Autowire('%env(resolve:COIN_STAIR_HOME)%/reckoned')] private readonly string $folder)
    {
    }

    public function of(int $program): CacheInterface
    {
        return $this->opened[$program] ??= $this->open($program);
    }

    private function open(int $program): CacheInterface
    {
        $store = new FilesystemAdapter(self::PROGRAM.$program, self::SECONDS, $this->folder);
        // Of its own: with the package's, which are few and for all, one program would wait until another's result is made.
        LockRegistry::setFiles($this->locks($program));

        return $store;
    }

    /** @return list<string> */
    private function locks(int $program): array
    {
        $files = array_map(fn (int $lock): string => $this->folder.'/'.self::PROGRAM."$program/locks/$lock", range(1, self::LOCKS));
        // Made in order: where the last is there, all are.
        if (!is_file(end($files))) {
            @mkdir(\dirname($files[0]), 0o700, true);
            array_map(touch(...), $files);
        }

        return $files;
    }
}
