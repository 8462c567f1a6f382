<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

final readonly class Part
{
    use Copies;

    /**
     * @param list<list<Event>> $measures events of each measure, by voice, then start
     * @param bool              $eased    a plainer part for those for whom the instrument's own is too much yet
     */
    public function __construct(
        public string $id,
        public string $name,
        public Instrument $instrument,
        public Clef $clef,
        public array $measures,
        public bool $eased = false,
    ) {
    }

    /** @return list<Event> */
    public function events(int $position): array
    {
        return $this->measures[$position] ?? [];
    }

    /** @param list<list<Event>> $measures as many as there are */
    public function withMeasures(array $measures): self
    {
        return $this->copy(measures: $measures);
    }

    public function withName(string $name): self
    {
        return $this->copy(name: $name);
    }
}
