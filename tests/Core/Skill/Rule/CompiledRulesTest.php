<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Skill\Rule;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Difficulty\MoveFamily;
use CoinStair\Core\Difficulty\MoveRow;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Lesson\ClassPolicies;
use CoinStair\Core\Lesson\Mode;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Sequence\PieceForClass;
use CoinStair\Core\Skill\PieceFacts;
use CoinStair\Core\Skill\Rule\Block;
use CoinStair\Core\Skill\Rule\Facts;
use CoinStair\Core\Skill\Rule\How;
use CoinStair\Core\Skill\Rule\Parameter;
use CoinStair\Core\Skill\Rule\Playing;
use CoinStair\Core\Skill\Rule\RuleParser;
use CoinStair\Core\Standing\Standing;
use CoinStair\Core\Tests\Effort;
use CoinStair\Core\Tests\RandomPieces;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * Rules are held against facts all at once, as sets of places. Here they are read fact by fact, as somebody would who had never heard of
 * sets, and both find the same places: random rules, in whole pieces and in their parts, bowed, plucked and on open strings.
 *
 * @phpstan-type Tree array{Block, list<string>}|array{How, int, list<mixed>}
 */
final class CompiledRulesTest extends TestCase
{
    private const RULES = 400;
    private const NUMBERS = ['%d', '%d+', '<%d'];

    #[DataProvider('pieces')]
    public function testTheyFindWhatIsFoundFactByFact(Piece $piece, int $seed): void
    {
        $random = new Randomizer(new Mt19937($seed));
        foreach (self::facts($piece) as $facts) {
            $plain = $facts->__serialize()['facts'];
            $found = 0;
            for ($rule = 0, $rules = Effort::times(self::RULES); $rule < $rules; ++$rule) {
                $tree = self::tree($random, $plain, 0);
                $playing = self::playing($random, $piece);
                $compiled = RuleParser::read(self::written($tree));
                $expected = self::plainly($tree, $plain, $playing);
                self::assertSame($expected, $facts->ranks($compiled->find($facts, $playing), $playing), $compiled->text());
                $found += [] === $expected ? 0 : 1;
            }
            self::assertGreaterThan($rules / 20, $found, 'enough of them find something');
        }
    }

    /** @return iterable<string, array{Piece, int}> */
    public static function pieces(): iterable
    {
        yield 'steps and leaps' => [Tunes::abc('D E F G|A B c d|d2 c2|(BA) (GF)|E4|A2 z2|D4|]', '4/4', 'D'), 1];
        yield 'eighths, rests, another meter' => [Tunes::abc('D/E/F/G/ A|z A/B/ c|(d c) B|A2 z|d3|]', '3/4', 'G'), 2];
        yield 'repeated, with accidentals' => [Tunes::abc('|:G ^G A _B|B =B c2:|c B A G|F4|]', '4/4', 'C'), 3];
        yield 'with upbeat' => [Tunes::abc('A|d2 f a|g2 e c|d3 z|A4|d3|]', '4/4', 'D'), 4];
        foreach ([11, 12, 13] as $seed) {
            yield "anything, $seed" => [RandomPieces::piece($seed), $seed];
        }
    }

    /** What was found once is not found otherwise the second time, whatever was asked for in between. */
    public function testTheSameRuleFindsTheSameAgain(): void
    {
        $piece = Tunes::abc('D E F G|A B c d|d c B A|G F E D|]', '4/4', 'D');
        $playings = [Playing::written(), Playing::of(self::measures($piece, 1, 2)), Playing::of(Chunk::whole($piece), [Mode::Pluck])];
        $rules = ['finger(D, 1)', 'none(finger(D, 1))', 'at-least(2, crossing(1))', 'all(finger(D, 1), finger(D, 2))'];
        foreach (self::facts($piece) as $facts) {
            foreach ($rules as $written) {
                $rule = RuleParser::read($written);
                $found = static fn (Playing $playing): array => $facts->ranks($rule->find($facts, $playing), $playing);
                $first = array_map($found, $playings);
                foreach (array_reverse($playings, true) as $index => $playing) {
                    self::assertSame($first[$index], $found($playing), "$written, $index");
                }
            }
        }
    }

    public function testFactsComeBackAsTheyWereKept(): void
    {
        foreach (self::facts(Tunes::abc('D E F G|A2 B2|c4|]', '4/4', 'D')) as $facts) {
            $rule = RuleParser::read('any(finger(D, any), rhythm(half))');
            $before = $facts->ranks($rule->find($facts, Playing::written()), Playing::written());
            $again = unserialize(serialize($facts));
            self::assertInstanceOf(Facts::class, $again);
            self::assertSame($before, $again->ranks($rule->find($again, Playing::written()), Playing::written()));
            self::assertSame(serialize($facts), serialize($again), 'and nothing is kept of what rules found');
        }
    }

    /** @return array<string, Facts> by instrument */
    private static function facts(Piece $piece): array
    {
        $of = PieceForClass::of($piece, ClassPolicies::ofYear(HandPolicies::ofLevel(2)), Standing::unknown(), 84);
        $hands = [];
        foreach (Instrument::strings() as $instrument) {
            array_push($hands, ...$of->handsOfAll($instrument));
        }

        return PieceFacts::of($piece, $hands)->byInstrument;
    }

    /** @param int $last position of the last measure, which is part of it */
    private static function measures(Piece $piece, int $first, int $last): Chunk
    {
        $end = $last + 1 < \count($piece->measures) ? Place::of($last + 1) : $piece->end();

        return Chunk::of($piece, ChunkKind::Phrase, Place::of($first), $end);
    }

    private static function playing(Randomizer $random, Piece $piece): Playing
    {
        $count = \count($piece->measures);
        $from = $random->getInt(0, $count - 1);
        $chunk = 0 === $random->getInt(0, 1) ? Chunk::whole($piece) : self::measures($piece, $from, $random->getInt($from, $count - 1));

        return match ($random->getInt(0, 4)) {
            0 => Playing::written(),
            1 => Playing::of($chunk, [Mode::Pluck]),
            2 => Playing::of($chunk, [Mode::Pluck, Mode::Bow]),
            3 => Playing::of($chunk, [Mode::Bow], true),
            default => Playing::of($chunk, [Mode::Bow]),
        };
    }

    /**
     * @param array<string, array<array-key, list<int>>> $facts
     *
     * @return Tree
     */
    private static function tree(Randomizer $random, array $facts, int $depth): array
    {
        if ($depth > 2 || $random->getInt(0, 2) > 0) {
            return self::block($random, $facts);
        }
        $children = [];
        for ($child = $random->getInt(1, 3); $child > 0; --$child) {
            $children[] = self::tree($random, $facts, $depth + 1);
        }

        return [How::cases()[$random->getInt(0, \count(How::cases()) - 1)], $random->getInt(1, 4), $children];
    }

    /**
     * A block that asks for some values of a fact that is there, mostly.
     *
     * @param array<string, array<array-key, list<int>>> $facts
     *
     * @return array{Block, list<string>}
     */
    private static function block(Randomizer $random, array $facts): array
    {
        do {
            $kinds = array_keys($facts);
            $block = Block::from((string) $kinds[$random->getInt(0, \count($kinds) - 1)]);
            $of = array_keys($facts[$block->value]);
            $values = explode('|', (string) $of[$random->getInt(0, \count($of) - 1)]);
            $typed = Block::Range === $block
                ? [$values[0], 'D4', 'A5']
                : array_map(
                    static fn (Parameter $parameter, int $at): string => self::typed($random, $parameter, $values[$at] ?? ''),
                    $block->parameters(),
                    array_keys($block->parameters()),
                );
            $isTaken = true;
            foreach ($block->parameters() as $index => $parameter) {
                $isTaken = $isTaken && $parameter->takes($typed[$index]);
            }
        } while (!$isTaken);

        return [$block, $typed];
    }

    private static function typed(Randomizer $random, Parameter $parameter, string $value): string
    {
        if (0 === $random->getInt(0, 2) && $parameter->takes(Parameter::ANY)) {
            return Parameter::ANY;
        }

        return $parameter->isNumber
            ? \sprintf(self::NUMBERS[$random->getInt(0, 2)], max(0, (int) $value + $random->getInt(0, 1)))
            : $value;
    }

    /** @param Tree $tree */
    private static function written(array $tree): string
    {
        if ($tree[0] instanceof Block) {
            return $tree[0]->value.'('.implode(', ', $tree[1]).')';
        }
        /** @var list<Tree> $children */
        $children = $tree[2] ?? [];
        $times = How::AtLeast === $tree[0] ? $tree[1].', ' : '';

        return $tree[0]->value.'('.$times.implode(', ', array_map(self::written(...), $children)).')';
    }

    /**
     * @param Tree                                       $tree
     * @param array<string, array<array-key, list<int>>> $facts
     *
     * @return list<int> ranks, rising, each once
     */
    private static function plainly(array $tree, array $facts, Playing $playing): array
    {
        if ($tree[0] instanceof Block) {
            return self::ofBlock($tree[0], $tree[1], $facts, $playing);
        }
        /** @var list<Tree> $children */
        $children = $tree[2] ?? [];
        $each = array_map(static fn (array $child): array => self::plainly($child, $facts, $playing), $children);
        $all = array_values(array_unique(array_merge(...$each)));
        sort($all);

        return match ($tree[0]) {
            How::All => \in_array([], $each, true) ? [] : $all,
            How::Any => $all,
            How::None => [] === $all ? [$playing->from] : [],
            How::AtLeast => \count($all) >= $tree[1] ? $all : [],
        };
    }

    /**
     * @param list<string>                               $typed
     * @param array<string, array<array-key, list<int>>> $facts
     *
     * @return list<int>
     */
    private static function ofBlock(Block $block, array $typed, array $facts, Playing $playing): array
    {
        $ranks = [];
        $ofTheBow = Block::Move === $block && $playing->isPlucked() && !self::isMoveOfTheLeftHand($typed[0]);
        foreach ($playing->has($block) && !$ofTheBow ? $facts[$block->value] ?? [] : [] as $fact => $places) {
            if (self::isMet($block, $typed, explode('|', (string) $fact), $playing)) {
                array_push($ranks, ...$places);
            }
        }
        $ranks = array_filter($ranks, static fn (int $rank): bool => $rank >= $playing->from && $rank < $playing->to);
        sort($ranks);

        return array_values(array_unique($ranks));
    }

    private static function isMoveOfTheLeftHand(string $row): bool
    {
        $row = MoveRow::tryFrom($row);

        return MoveFamily::Left === $row?->family();
    }

    /**
     * @param list<string> $typed
     * @param list<string> $values of the fact
     */
    private static function isMet(Block $block, array $typed, array $values, Playing $playing): bool
    {
        if (Block::Range === $block) {
            $step = (int) $values[1];

            return $values[0] === $typed[0] && $step >= Pitch::parse($typed[1])->diatonic() && $step <= Pitch::parse($typed[2])->diatonic();
        }
        if (Block::Finger === $block && $playing->isPlucked()) {
            $values[4] = 'pluck';
        }
        foreach ($block->parameters() as $index => $parameter) {
            if (!$parameter->matches($typed[$index], $values[$index] ?? '')) {
                return false;
            }
        }

        return true;
    }
}
