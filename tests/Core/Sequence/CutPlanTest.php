<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Chunk\Rung;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Sequence\ClassPolicies;
use CoinStair\Core\Sequence\CutPlan;
use CoinStair\Core\Sequence\PieceForClass;
use CoinStair\Core\Sequence\PlannedStep;
use CoinStair\Core\Standing\Standing;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\TestCase;

/** What a method makes of a cut, and the steps of one chunk by itself. */
final class CutPlanTest extends TestCase
{
    public function testOneChunkClimbsFromItsComfortToTheGoal(): void
    {
        [$plan, $chunk] = self::plan();
        $steps = $plan->stepsOf($chunk, false);
        self::assertCount(1, $steps);
        $treads = $steps[0]->step->stair->treads ?? [];
        self::assertLessThan($treads[1] ?? 0, $treads[0] ?? 0);
        self::assertSame(96, end($treads));
        self::assertNull($steps[0]->step->rung);
    }

    public function testALadderHasOneTreadARungAllAtTheSameTempo(): void
    {
        [$plan, $chunk] = self::plan();
        $start = $plan->stepsOf($chunk, false)[0]->step->stair->treads[0] ?? 0;
        $ladder = $plan->stepsOf($chunk, true);
        self::assertSame(Rung::cases(), array_map(static fn (PlannedStep $one): ?Rung => $one->step->rung, $ladder));
        foreach ($ladder as $one) {
            self::assertSame([$start], $one->step->stair?->treads);
        }
    }

    /** @return array{CutPlan, Chunk} */
    private static function plan(): array
    {
        $piece = Tunes::abc('DEFG|A2 F2|DEFG|A4|EFGA|B2 G2|EDCB,|D4|');
        $forClass = PieceForClass::of($piece, ClassPolicies::ofYear(HandPolicies::ofLevel(1)), Standing::unknown(), 96);
        $chunk = Chunk::of($piece, ChunkKind::Phrase, Place::of(0), Place::of(4));

        return [CutPlan::of($forClass, Method::Forward, comfort: 60.0), $chunk];
    }
}
