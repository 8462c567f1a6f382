<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\Sequence;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Sequence\Mode;
use CoinStair\Core\Sequence\TimedSequence;

/** The page of a sequence. */
final readonly class SequencePage
{
    /** @var list<SequenceRow> */
    public array $rows;
    public StairPicture $stair;
    /** @var list<Method> */
    public array $methods;
    /** @var list<Mode> */
    public array $modes;

    /**
     * @param list<Chunk>   $chunks  of the piece, that can be added as steps
     * @param Notice|string $problem with the last change; empty if there was none
     */
    public function __construct(
        public Sequence $sequence,
        public TimedSequence $timed,
        public array $chunks,
        public Notice|string $problem = '',
    ) {
        $rows = [];
        foreach ($sequence->steps() as $index => $step) {
            $rows[] = new SequenceRow($step, $timed->steps[$index]);
        }
        $this->rows = $rows;
        $this->stair = StairPicture::of($rows, $timed->available);
        $this->methods = Method::cases();
        $this->modes = Mode::cases();
    }
}
