<?php

declare(strict_types=1);

namespace App\Shared\Reckoned;

use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Memory\Memory;
use Symfony\Component\DependencyInjection\Attribute\AsAlias;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Contracts\Cache\CacheInterface;

/**
 * The one place where results are kept between requests. A result lies under the fingerprint of all that it follows from, and under the
 * instance and the version of the core that reckoned it: it is never stale, only forgotten.
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
        #[Autowire('@cache.reckoned')] private CacheInterface $cache,
        #[Autowire('%env(APP_SECRET)%')] string $secret,
        #[Autowire('%core_version%')] private string $core,
    ) {
        $this->instance = hash('xxh128', $secret);
    }

    public function remember(Fingerprint $fingerprint, \Closure $reckon): mixed
    {
        return $this->cache->get($this->key($fingerprint), $reckon);
    }

    /** Where a result lies. */
    public function key(Fingerprint $fingerprint): string
    {
        return $fingerprint->key().'.'.hash('xxh32', $this->instance.$this->core);
    }
}
