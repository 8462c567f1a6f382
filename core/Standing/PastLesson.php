<?php

declare(strict_types=1);

namespace CoinStair\Core\Standing;

/** A lesson on a piece as its log tells it. */
final readonly class PastLesson implements \JsonSerializable
{
    /**
     * @param string       $day     Y-m-d
     * @param list<Touch>  $touches in the order in which they were played
     * @param list<string> $opened  ids of the steps that are done and of which nothing is practised: words and breaks, open strings
     */
    public function __construct(public string $id, public string $day, public array $touches, public array $opened = [])
    {
    }

    /** @return array{string, string, list<Touch>, list<string>} what tells two apart */
    public function jsonSerialize(): array
    {
        return [$this->id, $this->day, $this->touches, $this->opened];
    }
}
