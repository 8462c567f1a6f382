<?php

declare(strict_types=1);

namespace App\Shared\Reckoned;

use App\Shared\Tenancy\CurrentProgram;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Memory\Memory;
use Symfony\Component\DependencyInjection\Attribute\AsAlias;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/**
 * The one place where results are kept between requests. A result lies in the store of the program that asked, under the fingerprint of all
 * that it follows from, and under the instance and the version of the core that reckoned it: it is never stale, only forgotten. What is
 * asked for without a program, on the console, is reckoned and not kept.
 */
#[AsAlias(Memory::class)]
final readonly class Reckoned implements Memory
{
    private string $instance;

    /**
     * @param string $secret of this instance: another home is another instance
     * @param string $core   hash of the sources that reckon
     */
    public function __construct(
        private Stores $stores,
        private CurrentProgram $program,
        #[Autowire('%env(APP_SECRET)%')] string $secret,
        #[Autowire('%core_version%')] private string $core,
    ) {
        $this->instance = hash('xxh128', $secret);
    }

    public function remember(Fingerprint $fingerprint, \Closure $reckon): mixed
    {
        $program = $this->program->id();

        return null === $program ? $reckon() : $this->stores->of($program)->get($this->key($fingerprint), $reckon);
    }

    /** Under which name a result lies in the store of its program. */
    private function key(Fingerprint $fingerprint): string
    {
        return $fingerprint->key().'.'.hash('xxh32', $this->instance.$this->core);
    }
}
