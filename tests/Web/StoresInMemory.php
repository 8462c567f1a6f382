<?php

declare(strict_types=1);

namespace App\Tests;

use App\Shared\Reckoned\Stores;
use Symfony\Component\Cache\Adapter\ArrayAdapter;
use Symfony\Contracts\Cache\CacheInterface;

/** Results of each program, kept from one request of a test to the next, as they are in a home. */
final class StoresInMemory implements Stores
{
    /** @var array<int, ArrayAdapter> by id of the program */
    private array $stores = [];
    /** @var array<int, CheckedStore> by id of the program */
    private array $checked = [];
    private bool $checks = false;

    public function of(int $program): CacheInterface
    {
        $store = $this->stores[$program] ??= new ArrayAdapter();

        return $this->checks ? $this->checked[$program] ??= new CheckedStore($store) : $store;
    }

    /**
     * From here on whatever is asked for is reckoned once more.
     *
     * @return list<string> names of the results that are no longer as they were kept, since it was asked for last
     */
    public function stale(): array
    {
        $this->checks = true;
        $stale = [];
        foreach ($this->checked as $store) {
            array_push($stale, ...$store->stale);
            $store->beginAnew();
        }

        return $stale;
    }

    public function forget(): void
    {
        $this->stores = $this->checked = [];
        $this->checks = false;
    }

    /**
     * What is kept for a program.
     *
     * @return array<string, string> the result, serialized, by the name under which it lies
     */
    public function kept(int $program): array
    {
        $kept = [];
        foreach (isset($this->stores[$program]) ? $this->stores[$program]->getValues() : [] as $name => $result) {
            $kept[(string) $name] = serialize($result);
        }

        return $kept;
    }
}
