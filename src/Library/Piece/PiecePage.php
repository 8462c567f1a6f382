<?php

declare(strict_types=1);

namespace App\Library\Piece;

use App\Library\Cut\Workspace;
use App\Shared\Entity\Piece;
use CoinStair\Core\Form\Reading;
use CoinStair\Core\Form\Unfolding;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Notice;

/** The page of a piece. */
final readonly class PiecePage
{
    public Piece $piece;
    /** @var list<Notice> what is to be said of the piece and its numbers */
    public array $notices;
    /** In the printed reading, at the goal tempo; in seconds. */
    public float $seconds;
    /** Measures that are played in the printed reading. */
    public int $visits;
    public RoadStrip $road;
    /** @var list<Method> */
    public array $methods;
    /** @var list<Instrument> */
    public array $instruments;

    /**
     * @param list<array{id: int, name: string}>                                 $classes   that can be chosen
     * @param list<array{id: int, name: string, goalTempo: int, method: Method}> $sequences
     */
    public function __construct(
        public Workspace $workspace,
        Reading $reading,
        public array $classes,
        public array $sequences,
    ) {
        $this->piece = $workspace->piece;
        $score = $this->piece->score();
        $printed = Unfolding::unfold($score, Reading::Printed);
        $this->seconds = (($printed->ticks($score) / $score->beatTicks) * 60) / $this->piece->getGoalTempo();
        $this->visits = \count($printed->visits);
        $this->notices = [...$this->piece->getNotices(), ...MeasureNumbers::of($score)->notices()];
        $this->road = RoadStrip::of($score, $reading);
        $this->methods = Method::cases();
        $this->instruments = Instrument::strings();
    }
}
