<?php

declare(strict_types=1);

namespace CoinStair\Core\Method;

use CoinStair\Core\Chunk\ChunkNode;

/** Up the tree two by two: one, the next, both; two more, all four; up to the whole. */
final readonly class Climb
{
    /**
     * @param \Closure(ChunkNode): void $teach          a phrase
     * @param bool                      $joinsWhatIsNew what holds nothing but what was found is not joined
     */
    public function __construct(private Taught $taught, private \Closure $teach, private bool $joinsWhatIsNew = false)
    {
    }

    /** Section by section; one that holds the same notes as an earlier one is found again. */
    public function bySections(): void
    {
        $this->over($this->taught->tree->sections, function (ChunkNode $section): void {
            if (!$this->taught->findAgain($section->chunk)) {
                \assert([] !== $section->children);
                $this->over($section->children, $this->teach);
            }
        });
    }

    /**
     * @param non-empty-list<ChunkNode> $nodes
     * @param \Closure(ChunkNode): void $teach one of them
     */
    private function over(array $nodes, \Closure $teach): void
    {
        if (1 === \count($nodes)) {
            $teach($nodes[0]);

            return;
        }
        $joined = $this->taught->spanning($nodes);
        if ($this->taught->findAgain($joined)) {
            return;
        }
        // The left side takes the largest power of two, so that pairs are joined before fours, and fours before eights.
        $half = 1 << (int) floor(log(\count($nodes) - 1, 2));
        $left = \array_slice($nodes, 0, $half);
        $right = \array_slice($nodes, $half);
        \assert([] !== $left && [] !== $right);
        $this->over($left, $teach);
        $this->over($right, $teach);
        if (!$this->joinsWhatIsNew || $this->taught->hasLearnedIn($joined)) {
            $this->taught->join($joined);
        }
    }
}
