<?php

declare(strict_types=1);

namespace App\Shared\Shares;

/** What one kind of work has of a server, and what one client and one program have of that. */
final readonly class Share
{
    /**
     * @param int       $workers    processes that work on it
     * @param int       $queue      requests that may wait for one; more than that is told so at once
     * @param int       $seconds    of reckoning after which a request is ended
     * @param int       $megabytes  that a request may send
     * @param int       $niceness   0 to 19: the higher, the more it steps back behind other work
     * @param int       $ofClient   requests that one address may have under way; a school has one address for all
     * @param int       $ofProgram  workers that one program may have while others are at work; 0 for as many as there are
     * @param int       $waiting    further ones of a program that may wait for one of those, for a moment
     * @param bool      $leavesOne  it keeps off the first of several processors, which is for all that is quick
     * @param bool      $isOnDemand workers are there while there is work for them
     * @param bool      $isReserved a program never has more than its share, also while it is alone: what is left is there at once
     * @param Rate|null $byClient   how often one address may ask
     * @param Rate|null $inAll      how often all together may ask
     */
    public function __construct(
        public int $workers,
        public int $queue,
        public int $seconds,
        public int $megabytes,
        public int $niceness,
        public int $ofClient,
        public int $ofProgram = 0,
        public int $waiting = 0,
        public bool $leavesOne = false,
        public bool $isOnDemand = false,
        public bool $isReserved = false,
        public ?Rate $byClient = null,
        public ?Rate $inAll = null,
    ) {
    }
}
