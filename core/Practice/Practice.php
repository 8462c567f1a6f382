<?php

declare(strict_types=1);

namespace CoinStair\Core\Practice;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Difficulty\Comfort;
use CoinStair\Core\Difficulty\Difficulty;
use CoinStair\Core\Difficulty\Hardest;
use CoinStair\Core\Difficulty\Unread;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Standing\PastLesson;
use CoinStair\Core\Standing\Touch;

/**
 * What a class, or a group of it, has practised of a piece, and what that does to its comfort (handbook 5 and 6). The one rule of comfort:
 * estimates, sequence, lesson end and forecast all go through it. Each coin makes the music on which it was earned more comfortable, and
 * measures that are the same with it; half of what is fresh is lost by the next meeting. Grows step by step.
 */
final class Practice
{
    /** Of a coin that counts as clean at its tempo. Starting values, as all of these. */
    private const CLEAN = 0.5;
    /** Of a coin that a go of a seam alone counts. */
    private const SEAM = 0.85;

    /**
     * Gains of each class of equal measures.
     *
     * @var array<int, list<Gain>>
     */
    private array $gains = [];
    private readonly bool $isUnknown;
    /** @var array<int, int> fastest tempo at which a measure earned a coin, by its class */
    private array $cleanAt = [];
    /** @var array<string, array{float, Hardest|null}> of chunks, until the next coin; by edges and instrument */
    private array $least = [];
    /** @var array<string, Hardest|null> the hardest move that starts between two places of a measure, without any practice */
    private array $hardest = [];

    /**
     * @param NewMusic              $music   how much its measures are
     * @param list<Instrument>|null $who     whose moves count; of all if none are named
     * @param FirstReading|null     $reading what is not read yet; nothing is new if none is given
     * @param float|null            $typed   comfort tempo of all of it, where a teacher typed it
     */
    public function __construct(
        private readonly Piece $piece,
        private NewMusic $music,
        private Difficulty $difficulty,
        private readonly ?array $who,
        private readonly int $goal,
        private ?FirstReading $reading = null,
        private readonly ?float $typed = null,
    ) {
        $this->isUnknown = [] === $difficulty->instruments();
    }

    public function __clone()
    {
        $this->reading = null === $this->reading ? null : clone $this->reading;
    }

    /**
     * What the class brings to a chunk: what its hands need, held by what it has not read yet.
     *
     * @param Instrument|null $only whose moves count; those of this practice if none is named
     */
    public function comfort(Chunk $chunk, ?Instrument $only = null): Comfort
    {
        $hands = $this->hands($chunk, $only);

        return $this->reading?->limit($hands, $chunk) ?? $hands;
    }

    /**
     * What its hands alone need.
     *
     * @param Instrument|null $only whose moves count; those of this practice if none is named
     */
    public function hands(Chunk $chunk, ?Instrument $only = null): Comfort
    {
        [$tempo] = $this->least($chunk, $only);

        return Comfort::of(\INF === $tempo ? Comfort::CAP_OF_GOAL * $this->goal : $tempo, $this->goal);
    }

    /** The move that holds a chunk back after all that was practised; none where nothing moves or no hands are known. */
    public function hardest(Chunk $chunk): ?Hardest
    {
        return $this->least($chunk)[1];
    }

    /**
     * What an instrument brings to a chunk with its hands, and the move that holds it back.
     *
     * @return array{float, Hardest}|null beats a minute, and the move; none where nothing moves or no hands are known
     */
    public function heldBy(Chunk $chunk, Instrument $instrument): ?array
    {
        [$tempo, $hardest] = $this->least($chunk, $instrument);

        return null === $hardest ? null : [$tempo, $hardest];
    }

    /** Share of a chunk that is not read yet: 1 where nothing of it was played, to 0. */
    public function lack(Chunk $chunk): float
    {
        return $this->reading?->lack($chunk) ?? 0.0;
    }

    /** What of a chunk is not read yet. */
    public function unread(Chunk $chunk): Unread
    {
        return $this->reading?->unread($chunk) ?? Unread::nothing();
    }

    /** The position of the measure before the weakest seam of a chunk; none where no seam is weak. */
    public function weakSeam(Chunk $chunk): ?int
    {
        $weakest = $this->reading?->weakestSeam($chunk);

        return null !== $weakest && Unread::isWeak($weakest[1]) ? $weakest[0] : null;
    }

    /** The fastest tempo at which all of a chunk was clean, in beats a minute; 0 where some of it never was. */
    public function cleanTempo(Chunk $chunk): int
    {
        $tempos = array_map(fn (int $class): int => $this->cleanAt[$class] ?? 0, $this->music->in($chunk)->held);

        return [] === $tempos ? 0 : min($tempos);
    }

    /**
     * Clean repetitions of a chunk were earned, one after the other.
     *
     * @param int $tempo the fastest at which one was, in beats a minute; 0 where it is not told
     */
    public function clean(Chunk $chunk, float $coins, int $tempo = 0): void
    {
        $this->coin($chunk, $this->unread($chunk)->counting($coins));
        if ($coins >= self::CLEAN) {
            foreach ($this->music->in($chunk)->held as $class) {
                $this->cleanAt[$class] = max($this->cleanAt[$class] ?? 0, $tempo);
            }
        }
    }

    /** The last measure before a seam and the first one after it were clean by themselves so often. */
    public function cleanSeam(int $position, int $goes, int $tempo): void
    {
        $seam = Chunk::of($this->piece, ChunkKind::Join, Place::of($position), Place::of($position + 2));
        $this->clean($seam, self::SEAM * $goes, $tempo);
    }

    private function coin(Chunk $chunk, float $coins): void
    {
        foreach (Stretch::of($chunk) as $stretch) {
            $class = $this->music->classOf($stretch->position);
            $gains = Gain::cutAt(Gain::cutAt($this->gainsOf($stretch), $stretch->from), $stretch->to);
            foreach ($gains as $index => $gain) {
                if ($stretch->holds($gain)) {
                    $base = $this->tempo($this->move($stretch->position, $gain->from, $gain->to, true, null));
                    $most = log(max(1.0, (Comfort::CAP_OF_GOAL * $this->goal) / $base));
                    $gains[$index] = $gain->grownBy($coins * log(Comfort::GAIN_PER_COIN), $most);
                }
            }
            $this->gains[$class] = $gains;
        }
        $this->least = [];
        $this->reading?->clean($chunk, $coins);
    }

    /** A chunk was found again where its notes were taught before. */
    public function found(Chunk $chunk): void
    {
        $this->reading?->found($chunk);
    }

    /** By the next meeting half of what was gained since the last one is lost; what is left stays for good. */
    public function nextMeeting(): void
    {
        foreach ($this->gains as $class => $gains) {
            $this->gains[$class] = array_map(static fn (Gain $gain): Gain => $gain->atNextMeeting(), $gains);
        }
        $this->least = [];
    }

    /** What was new to the hands has become less so. */
    public function takeUp(Difficulty $difficulty): void
    {
        $this->music = $this->music->weighing($difficulty->weights);
        $this->reading?->takeUp($this->music);
        $this->difficulty = $difficulty;
        $this->hardest = $this->least = [];
    }

    /**
     * A lesson as the log tells it, and the days after it.
     *
     * @param \Closure(Touch): float $upTo the tempo up to which these players played along, in beats a minute; 0 where they did not
     */
    public function replay(PastLesson $lesson, \Closure $upTo): void
    {
        foreach ($lesson->touches as $touch) {
            $most = $upTo($touch);
            if ($most > 0.0) {
                $this->touch($touch, $most);
            }
        }
        $this->nextMeeting();
    }

    private function touch(Touch $touch, float $most): void
    {
        if ($touch->found) {
            $this->found($touch->chunk);
        }
        $start = $touch->treads[0] ?? $touch->reached;
        foreach ($start <= $most ? $touch->seams : [] as $position) {
            $this->cleanSeam($position, 1, $start);
        }
        foreach ($touch->earned() as $tempo => $coins) {
            if ($tempo <= $most) {
                $this->clean($touch->chunk, $coins, $tempo);
            }
        }
    }

    /** @return list<mixed> all that comfort follows from, for comparisons */
    public function state(): array
    {
        return [$this->gains, $this->reading?->lacks(), $this->cleanAt];
    }

    /**
     * @param Instrument|null $only whose moves count; those of this practice if none is named
     *
     * @return array{float, Hardest|null} the least comfort tempo of a chunk, and the move that gives it
     */
    private function least(Chunk $chunk, ?Instrument $only = null): array
    {
        return $this->least[$chunk->edges().($chunk->lands ? '+' : '').($only->value ?? '')] ??= $this->leastOf($chunk, $only);
    }

    /** @return array{float, Hardest|null} */
    private function leastOf(Chunk $chunk, ?Instrument $only): array
    {
        $least = \INF;
        $hardest = null;
        $stretches = Stretch::of($chunk);
        foreach ($stretches as $at => $stretch) {
            $lands = $at + 1 < \count($stretches) || $chunk->lands;
            foreach ($this->gainsOf($stretch) as $gain) {
                if (!$stretch->meets($gain)) {
                    continue;
                }
                $isInside = $lands || $gain->to < $stretch->to;
                $move = $this->move($stretch->position, max($gain->from, $stretch->from), min($gain->to, $stretch->to), $isInside, $only);
                $base = $this->tempo($move);
                $tempo = max($base, min(Comfort::CAP_OF_GOAL * $this->goal, $base * exp($gain->all())));
                // Of two that are as comfortable after practice, the one that was harder before it.
                if ($tempo < $least || ($tempo === $least && null !== $move && $move->tempo() < ($hardest?->tempo() ?? \INF))) {
                    $least = $tempo;
                    $hardest = $move;
                }
            }
        }

        return [$least, $hardest];
    }

    /** The comfort tempo without any practice, of the hardest move of a stretch. */
    private function tempo(?Hardest $hardest): float
    {
        return match (true) {
            null !== $this->typed => $this->typed,
            null !== $hardest => $hardest->tempo(),
            $this->isUnknown => Comfort::untilKnown($this->goal)->tempo,
            default => Comfort::CAP_OF_GOAL * $this->goal,
        };
    }

    /** The hardest move of a stretch of one measure, of all of this practice or of one instrument. */
    private function move(int $position, int $from, int $to, bool $lands, ?Instrument $only): ?Hardest
    {
        $key = $position.'.'.$from.'.'.$to.($lands ? '+' : '').($only->value ?? '');
        if (!\array_key_exists($key, $this->hardest)) {
            $length = $this->piece->measures[$position]->length;
            $this->hardest[$key] = $this->difficulty->hardestBetween(
                Place::of($position, $from),
                $to >= $length ? Place::of($position + 1) : Place::of($position, $to),
                $lands,
                null === $only ? $this->who : [$only],
            );
        }

        return $this->hardest[$key];
    }

    /** @return list<Gain> of the measure in which a stretch lies, and of those that are the same */
    private function gainsOf(Stretch $stretch): array
    {
        return $this->gains[$this->music->classOf($stretch->position)] ?? [Gain::none()];
    }
}
