<?php

declare(strict_types=1);

namespace App\Tests;

use Symfony\Component\Cache\Adapter\ArrayAdapter;
use Symfony\Contracts\Cache\CacheInterface;
use Symfony\Contracts\Cache\ItemInterface;

/** A store that reckons once more whatever it is asked for, and notes what is no longer as it was kept. */
final class CheckedStore implements CacheInterface
{
    /** @var array<string, true> results that were reckoned once more since they were asked for last, by name */
    private array $checked = [];
    /** @var list<string> names of results that are no longer as they were kept */
    public array $stale = [];

    public function __construct(private readonly ArrayAdapter $store)
    {
    }

    public function beginAnew(): void
    {
        $this->checked = $this->stale = [];
    }

    /** @param array<mixed>|null $metadata */
    public function get(string $key, callable $callback, ?float $beta = null, ?array &$metadata = null): mixed
    {
        $isNew = false;
        $kept = $this->store->get($key, static function (ItemInterface $item, bool &$save) use ($callback, &$isNew): mixed {
            $isNew = true;

            return $callback($item, $save);
        }, $beta, $metadata);
        if (!$isNew && !isset($this->checked[$key])) {
            $this->checked[$key] = true;
            $save = true;
            $now = $callback($this->store->getItem($key), $save);
            // Equal in one way is enough: what is shared within a result may be so in another way, and what it looked up lazily differ.
            if (serialize($now) !== serialize($kept) && $now != $kept) {
                $this->stale[] = $key;
            }
        }

        return $kept;
    }

    public function delete(string $key): bool
    {
        return $this->store->delete($key);
    }
}
