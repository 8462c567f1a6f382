<?php

declare(strict_types=1);

namespace App\Tests;

use App\Shared\Reckoned\Stores;
use Symfony\Component\Cache\Adapter\ArrayAdapter;
use Symfony\Contracts\Cache\CacheInterface;
use Symfony\Contracts\Service\ResetInterface;

/** Results of each program, for the time of one request; or until a test is over, where that is what it tries. */
final class StoresInMemory implements Stores, ResetInterface
{
    /** @var array<int, ArrayAdapter> by id of the program */
    private array $stores = [];
    private bool $keeps = false;

    /** From here on results stay from one request to the next. */
    public function keep(): void
    {
        $this->keeps = true;
    }

    public function of(int $program): CacheInterface
    {
        return $this->stores[$program] ??= new ArrayAdapter();
    }

    public function reset(): void
    {
        if (!$this->keeps) {
            $this->forget();
        }
    }

    public function forget(): void
    {
        $this->stores = [];
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
