<?php

declare(strict_types=1);

namespace App\Library\Cut\Command;

use App\Shared\Entity\Piece;
use App\Shared\Web\Typed;
use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Chunk\Cut;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Piece as Score;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\Refusal;
use Symfony\Component\HttpFoundation\InputBag;

/** Reads what the form of the cut asks for. */
final readonly class CutForm
{
    /** Beats by which an edge is moved at once. */
    private const BEATS = 64;

    /** @param InputBag<string> $fields */
    private function __construct(private Piece $piece, private InputBag $fields)
    {
    }

    /**
     * @param InputBag<string> $fields do (the command, and after a space what it takes), chunk (edges), from, last, numbers, position, beat
     *
     * @throws Refusal
     */
    public static function command(Piece $piece, InputBag $fields): CutCommand
    {
        [$do, $with] = [...explode(' ', $fields->getString('do'), 2), ''];
        $form = new self($piece, $fields);

        return match ($do) {
            'make' => $form->make(),
            'spot' => $form->spot($with),
            'start', 'end' => $form->moveBy('start' === $do, max(-self::BEATS, min(self::BEATS, (int) $with))),
            'start-at', 'end-at' => $form->moveTo('start-at' === $do),
            'split' => $form->split(),
            'join' => new CutCommand($form->chunk(), static fn (Cut $cut, int $number): Cut => $cut->joinNext($number)),
            'landing' => new CutCommand($form->chunk(), static fn (Cut $cut, int $number): Cut => $cut->turnLanding($number)),
            'remove' => new CutCommand($form->chunk(), self::remove(...)),
            default => throw Refusal::because('This cannot be done with a chunk.'),
        };
    }

    private function moveBy(bool $start, int $beats): CutCommand
    {
        $score = $this->piece->score();
        $ticks = $beats * $score->beatTicks;
        $move = $start
            ? static fn (Cut $cut, int $number): Cut => $cut->moveStart($number, $score->move($cut->chunks[$number]->from, $ticks))
            : static fn (Cut $cut, int $number): Cut => $cut->moveEnd($number, $score->move($cut->chunks[$number]->to, $ticks));

        return new CutCommand($this->chunk(), $move, true);
    }

    private function moveTo(bool $start): CutCommand
    {
        $chunk = $this->chunk();
        $to = $this->place() ?? throw Refusal::because('There is no such place.');
        $move = $start
            ? static fn (Cut $cut, int $number): Cut => $cut->moveStart($number, $to)
            : static fn (Cut $cut, int $number): Cut => $cut->moveEnd($number, $to);

        return new CutCommand($chunk, $move, true);
    }

    private function split(): CutCommand
    {
        $at = $this->place();

        return new CutCommand($this->chunk(), static fn (Cut $cut, int $number): Cut => $cut->split($number, $at));
    }

    private static function remove(Cut $cut, int $number, bool $isOwn): Cut
    {
        return $isOwn
            ? $cut->without($number)
            : throw Refusal::because('A proposed chunk goes when it is joined with another or its edges are moved.');
    }

    /** One more; of the kind that its size and place say if none is named. */
    private function chunkBetween(Place $from, Place $to, ?ChunkKind $kind = null): CutCommand
    {
        $score = $this->piece->score();
        $measures = $to->position - $from->position + ($to->offset > 0 ? 1 : 0);
        $isWhole = $from->equals($score->start()) && $to->equals($score->end());
        $kind ??= $isWhole ? ChunkKind::Whole : ChunkKind::ofSize($measures);
        $chunk = Chunk::of($score, $kind, $from, $to, !$to->equals($score->end()));

        return new CutCommand('', static fn (Cut $cut): Cut => $cut->with($chunk), makes: true);
    }

    /** Edges of the chosen chunk. */
    private function chunk(): string
    {
        $edges = $this->fields->getString('chunk');

        return '' === $edges ? throw Refusal::because('Choose a chunk first.') : $edges;
    }

    /** A place by measure and whole beats, held inside the piece; none if none is named. */
    private function place(): ?Place
    {
        if ('' === $this->fields->getString('position')) {
            return null;
        }
        $score = $this->piece->score();
        $position = Typed::number($this->fields, 'position');
        $beats = max(0, min(self::BEATS, Typed::number($this->fields, 'beat')));

        return $position >= \count($score->measures)
            ? $score->end()
            : $score->move(Place::of(max(0, $position)), $beats * $score->beatTicks);
    }

    private function spot(string $edges): CutCommand
    {
        if (1 !== preg_match('/^(\d{1,5})\.(\d{1,7})-(\d{1,5})\.(\d{1,7})$/', $edges, $match)) {
            throw Refusal::because('There is no such place.');
        }
        $from = Place::of((int) $match[1], (int) $match[2]);
        $to = Place::of((int) $match[3], (int) $match[4]);
        if (!self::holds($this->piece->score(), $from, $to)) {
            throw Refusal::because('There is no such place.');
        }

        return $this->chunkBetween($from, $to, ChunkKind::Spot);
    }

    private static function holds(Score $score, Place $from, Place $to): bool
    {
        return $score->holds($from) && $score->holds($to) && $from->isBefore($to);
    }

    /** Of positions as chosen on the map, or of the numbers that were typed. */
    private function make(): CutCommand
    {
        $typed = trim($this->fields->getString('numbers'));
        [$from, $last] = '' === $typed ? $this->chosen() : $this->typed($typed);

        return $this->chunkBetween(Place::of($from), Place::of($last + 1));
    }

    /** @return array{int, int} first and last position */
    private function chosen(): array
    {
        $from = Typed::number($this->fields, 'from', -1);
        $last = Typed::number($this->fields, 'last', -1);
        if ($from < 0 || $from > $last || $last >= $this->piece->getMeasures()) {
            throw Refusal::because('Choose the measures of the chunk first.');
        }

        return [$from, $last];
    }

    /** @return array{int, int} first and last position */
    private function typed(string $numbers): array
    {
        if (1 !== preg_match('/^\s*(\S+?)\s*(?:(?:-|–|\bto\b|,)\s*(\S+))?\s*$/u', $numbers, $match)) {
            throw Refusal::because('There are no such measures.');
        }

        return MeasureNumbers::of($this->piece->score())->range($match[1], $match[2] ?? $match[1], $this->piece->usesPrinted()) ??
            throw Refusal::because('There are no such measures.');
    }
}
