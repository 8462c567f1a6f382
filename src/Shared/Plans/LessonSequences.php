<?php

declare(strict_types=1);

namespace App\Shared\Plans;

use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\Sequence;
use App\Shared\Entity\Step;
use App\Shared\Facts\FactsOfClasses;
use App\Shared\Facts\TaughtLessons;
use App\Shared\Repository\ChunkRepository;
use App\Shared\Repository\LessonRepository;
use App\Shared\Repository\PieceChunks;
use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\FixedCut;
use CoinStair\Core\Lesson\Aim;
use CoinStair\Core\Lesson\OrderedStep;
use CoinStair\Core\Log\PastLessons;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Memory\Memory;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Sequence\CutPlan;
use CoinStair\Core\Sequence\LessonSequence;
use CoinStair\Core\Sequence\Offers;
use CoinStair\Core\Sequence\PieceForClass;
use CoinStair\Core\Sequence\SequenceOutline;
use CoinStair\Core\Sequence\ShortPieces;
use CoinStair\Core\Standing\PastLesson;

/** A class's sequence over lessons, from where its log says that it stands. */
final readonly class LessonSequences
{
    /** Lessons on a row of short pieces that are looked back on. */
    private const OF_ROW = 40;

    public function __construct(
        private PiecesForClasses $pieces,
        private FactsOfClasses $facts,
        private LessonRepository $rows,
        private TaughtLessons $taught,
        private ChunkRepository $chunks,
        private Reviews $reviews,
        private KnownPieces $known,
        private Memory $memory,
    ) {
    }

    public function of(Sequence $sequence): LessonSequence
    {
        return $sequence->isRow() ? $this->row($sequence) : $this->lessons($sequence, ...$this->start($sequence))[1]();
    }

    /**
     * The lessons, a newer cut, and what is offered where the goal stays out of reach.
     *
     * @param PieceChunks $chunks of the piece
     */
    public function state(Sequence $sequence, PieceChunks $chunks): SequenceState
    {
        $log = $this->log($sequence->getClass());
        if ($sequence->isRow()) {
            $plan = $this->row($sequence);

            return new SequenceState(SequenceOutline::of($plan), static fn (): LessonSequence => $plan, '', $log);
        }
        [$piece, $cut] = $this->startWith($sequence, $log, $chunks);
        [$fingerprint, $plan] = $this->lessons($sequence, $piece, $cut);
        $outline = $this->memory->remember($fingerprint->for('outline'), static fn (): SequenceOutline => SequenceOutline::of($plan()));

        return new SequenceState(
            $outline,
            $plan,
            $fingerprint->key(),
            $log,
            $this->newerCut($sequence, $piece, $cut),
            $outline->isAtGoal ? [] : $this->offers($sequence, $piece, $cut)->offers,
        );
    }

    /**
     * @return array{Fingerprint, \Closure(): LessonSequence} of all that it follows from, and the lessons
     */
    private function lessons(Sequence $sequence, PieceForClass $piece, FixedCut $cut): array
    {
        $order = array_map(static fn (Step $step): OrderedStep => $step->ordered(), $sequence->steps());

        $fingerprint = $this->fingerprint('sequence', $piece, $this->aim($sequence), $cut)
            ->with('method', $sequence->getMethod())
            ->with('order', $order);
        $plan = fn (): LessonSequence => $this->overCut($piece, $sequence->getMethod(), $this->aim($sequence), $cut)->plan($order);

        return [$fingerprint, fn (): LessonSequence => $this->memory->remember($fingerprint, $plan)];
    }

    /** A row of short pieces. */
    private function row(Sequence $sequence): LessonSequence
    {
        $pieces = $rows = $chunks = [];
        foreach ($sequence->steps() as $step) {
            $piece = $step->getChunk()?->getPiece();
            if (null !== $piece) {
                $rows[] = [
                    $step->ordered(),
                    $pieces[(int) $piece->getId()] ??= $this->pieces->of($piece, $sequence->getClass()),
                ];
                $chunks[(int) $step->getChunk()?->getId()] = $step->ordered()->chunk() ?? Chunk::whole($piece->score());
            }
        }
        $past = PastLessons::of($this->taught->of($this->rows->ofSequence($sequence, self::OF_ROW)), $chunks);
        $done = [];
        foreach ($past as $lesson) {
            foreach ($lesson->touches as $touch) {
                $done += $touch->done ? [$touch->step => true] : [];
            }
        }

        return ShortPieces::plan($rows, $sequence->getClass()->policies(), $done, \count($past), $sequence->skipped());
    }

    /** The cut of a sequence, and what a method makes of it. */
    public function plan(Sequence $sequence): CutPlan
    {
        [$piece, $cut] = $this->start($sequence);

        return $this->overCut($piece, $sequence->getMethod(), $this->aim($sequence), $cut);
    }

    /**
     * What each method would make of it from where the class stands.
     *
     * @return array<string, LessonSequence> by method
     */
    public function byMethod(Sequence $sequence): array
    {
        [$piece, $cut] = $this->start($sequence);

        return $this->memory->remember(
            $this->fingerprint('methods', $piece, $this->aim($sequence), $cut),
            function () use ($piece, $sequence, $cut): array {
                $plans = [];
                foreach (Method::cases() as $method) {
                    $plans[$method->value] = $this->overCut($piece, $method, $this->aim($sequence), $cut)->plan();
                }

                return $plans;
            },
        );
    }

    private function offers(Sequence $sequence, PieceForClass $piece, FixedCut $cut): Offers
    {
        return $this->memory->remember(
            $this->fingerprint('offers', $piece, $this->aim($sequence), $cut)->with('method', $sequence->getMethod()),
            fn (): Offers => Offers::reckon($this->overCut($piece, $sequence->getMethod(), $this->aim($sequence), $cut)),
        );
    }

    /** @return list<Chunk> */
    private function newerCut(Sequence $sequence, PieceForClass $piece, FixedCut $cut): array
    {
        return $this->memory->remember(
            $this->fingerprint('newer-cut', $piece, $this->aim($sequence), $cut),
            fn (): array => $this->overCut($piece, $sequence->getMethod(), $this->aim($sequence), $cut)->newerPhrases(),
        );
    }

    /** @return list<PastLesson> a class's lessons on a piece, but for those that are still open */
    public function past(SchoolClass $class, Piece $piece, ?PieceChunks $chunks = null): array
    {
        $log = $this->log($class);

        return '' === $log ? [] : $this->logged($class, $piece, $log, $chunks ?? $this->chunks->of($piece));
    }

    /** What a sequence goes for, with the warm-ups by which its next lesson touches what is due again. */
    private function aim(Sequence $sequence): Aim
    {
        return $sequence->aimed()
            ->withReviews($this->reviews->of($sequence->getPiece(), $sequence->getClass()))
            ->withKnown($this->known->of($sequence->getPiece(), $sequence->getClass()));
    }

    private function log(SchoolClass $class): string
    {
        return $this->facts->log($class);
    }

    /** @return list<PastLesson> */
    private function logged(SchoolClass $class, Piece $piece, string $log, PieceChunks $chunks): array
    {
        if ('' === $log) {
            return [];
        }
        $fingerprint = Fingerprint::of('past')
            ->with('log', $log)
            ->with('piece', (int) $piece->getId())
            ->with('score', $piece->getScoreHash())
            ->with('chunks', $chunks);

        return $this->memory->remember(
            $fingerprint,
            fn (): array => PastLessons::of($this->taught->of($this->rows->endedOn($class, $piece)), $chunks->music()),
        );
    }

    /** @return array{PieceForClass, FixedCut} as startWith() */
    private function start(Sequence $sequence): array
    {
        return $this->startWith($sequence, $this->log($sequence->getClass()), $this->chunks->of($sequence->getPiece()));
    }

    /**
     * What every plan of a sequence begins with: the piece for its class after the lessons that were taught, and the cut.
     *
     * @return array{PieceForClass, FixedCut}
     */
    private function startWith(Sequence $sequence, string $log, PieceChunks $chunks): array
    {
        $class = $sequence->getClass();
        $past = $this->logged($class, $sequence->getPiece(), $log, $chunks);

        return [$this->pieces->of($sequence->getPiece(), $class, $past), $chunks->fixed($sequence->getCut())];
    }

    private function overCut(PieceForClass $piece, Method $method, Aim $aim, FixedCut $cut): CutPlan
    {
        return CutPlan::of($piece, $method, $cut, $aim->instruments, $aim);
    }

    private function fingerprint(string $what, PieceForClass $piece, Aim $aim, FixedCut $cut): Fingerprint
    {
        return $piece->planFingerprint($what)->with('aim', (array) $aim)->with('cut', $cut);
    }
}
