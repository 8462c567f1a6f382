<?php

declare(strict_types=1);

namespace App\Tests;

use App\Lesson\Sequence\SequenceBuilder;
use App\Lesson\Sequence\SequenceEditor;
use App\Library\Entry\PieceImport;
use App\Library\Piece\NewerFile;
use App\Shared\Entity\Lesson;
use App\Shared\Entity\OwnSkill;
use App\Shared\Entity\Piece;
use App\Shared\Entity\RhythmPattern;
use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\Sequence;
use App\Shared\Entity\User;
use App\Shared\Facts\FactsOfClasses;
use App\Shared\Plans\KnownPieces;
use App\Shared\Plans\LessonSequences;
use App\Shared\Plans\PiecesForClasses;
use App\Shared\Plans\Reviews;
use App\Shared\Repository\ChunkRepository;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Lesson\ByHand;
use CoinStair\Core\Lesson\FirstContact;
use CoinStair\Core\Lesson\Habit;
use CoinStair\Core\Lesson\OrderedStep;
use CoinStair\Core\Lesson\OwnStep;
use CoinStair\Core\Lesson\SlowGroup;
use CoinStair\Core\Lesson\WarmUp;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Progress\ClassPast;
use CoinStair\Core\Progress\State;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\OverrideKind;
use CoinStair\Core\Stair\GoingOn;
use CoinStair\Core\Standing\Thresholds;
use CoinStair\Core\Tests\Effort;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\Clock\Clock;
use Symfony\Component\Clock\MockClock;

/**
 * Whatever a result follows from is changed, one after the other: each page then is as it is where nothing was reckoned before. And every
 * fact by which results are kept is changed by one of them, so that one that is added has its case. The ordinary run looks after every
 * second change, and after the last.
 */
final class NothingStaleTest extends WebCase
{
    use ChangesRows;

    private const FIRST = "X:1\nT:Gate\nM:4/4\nL:1/4\nQ:1/4=96\nK:D\nDFAd|=FAd=f|!4!A!3!FED|e/f/g/f/ E2|d4|]\n";
    private const NEWER = "X:1\nT:Gate\nM:4/4\nL:1/4\nQ:1/4=96\nK:D\nDFAd|=FAd=f|!4!A!3!FED|B^AFE|d4|]\n";
    private const SECOND = "X:1\nT:Rope\nM:4/4\nL:1/4\nQ:1/4=92\nK:G\nGABc|d2B2|c=FEF|!fermata!D4|(GA)Bc-|c2B2|.A.FGA|G4|]\n";
    private const THIRD = "X:1\nT:Walk\nM:3/4\nL:1/4\nQ:1/4=100\nK:D\nD2F|A2F|E2G|F3|]\n";
    /** Of whom it is told; how far is looked ahead, which nobody sets. */
    private const NEVER_CHANGE = ['class.class', 'aim.lessons'];
    private const HANDS = ['openStrings', 'bowing', 'amount', 'show', 'place'];
    /** Shows after months. */
    private const IDLE = ['longestDays'];

    /** @var array<string, int> */
    private array $ids;

    protected function setUp(): void
    {
        parent::setUp();
        Clock::set(new MockClock('2026-10-20 09:00'));
        $this->ids = $this->rows();
    }

    protected function tearDown(): void
    {
        Clock::set(new \Symfony\Component\Clock\NativeClock());
        parent::tearDown();
    }

    #[DataProvider('matters')]
    public function testEachPageIsAsIfNothingHadBeenReckonedBefore(string $matter): void
    {
        $stores = $this->service(StoresInMemory::class);
        $before = $this->pages($matter);
        $stores->stale();
        $stale = $idle = [];
        $changes = $this->changes()[$matter];
        $looked = Effort::some($changes, 2) + \array_slice($changes, -1);
        foreach ($changes as $name => $change) {
            $this->change($change);
            if (!isset($looked[$name])) {
                continue;
            }
            $after = $this->pages($matter);
            foreach ($stores->stale() as $result) {
                $stale[] = "$name: $result";
            }
            if ($after === $before && !\in_array($name, self::IDLE, true)) {
                $idle[] = $name;
            }
            $before = $after;
        }
        self::assertSame([], $stale, 'a result that is no longer as it was kept');
        self::assertSame([], $idle, 'a change that no page shows tries nothing');
        $stores->forget();
        self::assertSame($before, $this->pages($matter), 'each page is as where nothing was reckoned before');
    }

    /** @return iterable<string, array{string}> */
    public static function matters(): iterable
    {
        foreach (['program', 'class', 'hands', 'piece', 'sequence', 'record'] as $matter) {
            yield $matter => [$matter];
        }
    }

    public function testEveryFactIsChangedByACase(): void
    {
        $changed = array_fill_keys(self::NEVER_CHANGE, true);
        $before = $this->facts();
        $known = array_keys($before);
        foreach ($this->changes() as $changes) {
            foreach ($changes as $change) {
                $this->change($change);
                $after = $this->facts();
                array_push($known, ...array_keys($after));
                $changed += array_diff_assoc($after, $before) + array_diff_key($before, $after);
                $before = $after;
            }
        }
        $never = array_diff(array_unique($known), array_map(strval(...), array_keys($changed)));
        self::assertSame([], array_values($never), 'facts by which results are kept, and that no case changes');
    }

    /** @return array<string, array<string, \Closure(): mixed>> by matter and name */
    private function changes(): array
    {
        $class = fn (): SchoolClass => $this->find(SchoolClass::class);
        $piece = fn (): Piece => $this->find(Piece::class);
        $sequence = fn (): Sequence => $this->find(Sequence::class);
        $edit = fn (\Closure $change): \Closure => function () use ($change, $sequence): void {
            $row = $sequence();
            $this->service(SequenceEditor::class)->change($row, static function () use ($change, $row): void {
                $change($row);
            });
        };

        return [
            'program' => $this->thresholds() + [
                'minutes lost' => fn () => $this->program()->setMinutesLost(12),
                'a skill of its own' => fn () => $this->entities()->persist($this->ownSkill('own.one', 'One')),
                'the skill by another name' => function (): void {
                    $row = $this->entities()->getRepository(OwnSkill::class)->findOneBy([]) ?? self::fail('It was made just now.');
                    $row->change($this->ownSkill('own.one', 'Another')->skill());
                },
                'a piece more' => fn () => $this->service(PieceImport::class)->import(self::THIRD, 'walk.abc'),
                'the next day' => static fn () => Clock::set(new MockClock('2026-10-21 09:00')),
                'weeks later' => static fn () => Clock::set(new MockClock('2026-12-08 09:00')),
            ],
            'class' => [
                'year' => static fn () => $class()->setYear(2),
                'minutes' => static fn () => $class()->setMinutes(25),
                'going on' => static fn () => $class()->setGoingOn(GoingOn::InAll),
                'coins' => static fn () => $class()->setCoins(5),
                'growth' => static fn () => $class()->setGrowth('fixed:4'),
                'slow group' => static fn () => $class()->setSlow(SlowGroup::Wait),
                'first contact' => static fn () => $class()->setContact(FirstContact::Pluck),
                'hold check' => static fn () => $class()->setHoldCheck(false),
                'habits' => static fn () => $class()->setHabits(Habit::cases()),
                'players' => static fn () => $class()->setPlayers(Instrument::Violin, 2),
                'a group' => static fn () => $class()->setPlayers(Instrument::Bass, 3),
                'presumed nothing' => static fn () => $class()->setPast(ClassPast::of(false)),
                'a book' => static fn () => $class()->setPast(ClassPast::of(false, 'Lanterns', 2)),
                'another class' => static fn () => $class()->setPast(
                    ClassPast::of(false, class: 'Lane Two', codes: ['violin' => ['open.bow.D', 'open.bow.A']]),
                ),
            ],
            'hands' => $this->hands() + [
                'positions' => static fn () => $class()->setHandPolicies(
                    HandPolicies::of(1, ['positions' => ['violin' => ['I', 'III']]]),
                ),
                'marks' => static fn () => $class()->setHandPolicies(HandPolicies::of(1, ['marks' => [2, 7]])),
                'a bow for all' => fn () => $this->set(null, 'P1-m0-v1-0', OverrideKind::Direction, 'up'),
                'a finger for the class' => fn () => $this->set($class(), 'P1-m0-v1-1', OverrideKind::Finger, '4'),
            ],
            'piece' => [
                'goal' => static fn () => $piece()->setGoalTempo(120),
                'title' => static fn () => $piece()->setTitle('Another Gate'),
                'a newer file' => fn () => $this->service(NewerFile::class)->read($piece(), self::NEWER, 'gate.abc'),
                'a split' => fn () => $this->split($piece()),
                'put away' => static fn () => $piece()->putAway(new \DateTimeImmutable('2026-10-20')),
                'brought back' => static fn () => $piece()->bringBack(),
            ],
            'sequence' => [
                'goal' => $edit(static fn (Sequence $row) => $row->aim(110, null)),
                'method' => $edit(static fn (Sequence $row) => $row->setMethod(Method::FindIt)),
                'slow group' => $edit(static fn (Sequence $row) => $row->teachWith(SlowGroup::Ease, FirstContact::New)),
                'first contact' => $edit(static fn (Sequence $row) => $row->teachWith(SlowGroup::Ease, FirstContact::Say)),
                'something left out' => $edit(static fn (Sequence $row) => $row->skip(OwnStep::of(2, StepPurpose::HoldCheck))),
                'a warm-up' => $edit(static fn (Sequence $row) => $row->askFor(2, WarmUp::parse('scale') ?? self::fail('There is one.'))),
                'order' => $edit(static fn (Sequence $row) => $row->reorder(self::reversed($row))),
                'a prompt' => $edit(static fn (Sequence $row) => self::last($row)->setPrompt('Thumbs!')),
                'a rhythm' => $edit(function (Sequence $row): void {
                    $this->entities()->persist($pattern = new RhythmPattern('Two', 'B/ B/'));
                    self::last($row)->setPattern($pattern);
                }),
                'treads' => $edit(static fn (Sequence $row) => self::last($row)->setHand(new ByHand(treads: [60, 70]))),
                'newer cut' => $edit(function (Sequence $row): void {
                    $this->split($row->getPiece());
                    $this->service(SequenceBuilder::class)->takeNewerCut($row);
                }),
                'comfort' => $edit(static fn (Sequence $row) => $row->aim(110, 50.0)),
            ],
            'record' => [
                'more coins' => fn () => $this->earnOn(1),
                'a coin taken back' => fn () => $this->correct('coin-back'),
                'a coin put in' => fn () => $this->correct('coin'),
                'another day' => fn () => $this->correct('day', '2026-09-01'),
                'a state' => fn () => $this->say('open.bow.D', State::Practised),
                'a second lesson' => fn () => $this->teach('2026-10-19'),
                'another piece at its goal' => fn () => $this->teachSecond(),
            ],
        ];
    }

    /** @return array<string, \Closure(): mixed> one for each threshold there is */
    private function thresholds(): array
    {
        $changes = [];
        foreach (Thresholds::BOUNDS as $name => [$least, $most]) {
            $changes[$name] = function () use ($name, $least, $most): void {
                $program = $this->program();
                $values = $program->thresholds()->values();
                $values[$name] = \in_array($name, ['practisedSteps', 'longestDays', 'withinReach'], true) ? $most : $least;
                $program->setThresholds(Thresholds::of($values));
            };
        }

        // One lesson is enough first, so that the number of its steps decides.
        return array_intersect_key($changes, ['practisedLessons' => true]) + $changes;
    }

    /** @return array<string, \Closure(): mixed> one for each matter of the hands that shows in these tunes; others are of their core */
    private function hands(): array
    {
        $changes = [];
        foreach (array_intersect_key(HandPolicies::matters(), array_flip(self::HANDS)) as $matter => $choices) {
            $changes[$matter] = function () use ($matter, $choices): void {
                $class = $this->find(SchoolClass::class);
                $chosen = $class->handPolicies()->chosen();
                $others = array_filter($choices::cases(), static fn (\BackedEnum $one): bool => $one->value !== $chosen[$matter]);
                $class->setHandPolicies(HandPolicies::of($class->getYear(), [$matter => array_values($others)[0]->value] + $chosen));
            };
        }

        return $changes;
    }

    /** Something is changed as in a request of its own. */
    private function change(\Closure $change): void
    {
        $this->again();
        $change();
        $this->entities()->flush();
        $this->work();
    }

    private function again(): void
    {
        $this->entities()->clear();
        $this->teacher = $this->entities()->find(User::class, $this->teacher->getId()) ?? self::fail('The teacher is there.');
        $this->enter($this->teacher);
        $this->service(FactsOfClasses::class)->reset();
    }

    /** @return array<string, string> what each page tells, by its address */
    private function pages(string $matter): array
    {
        $this->browser->loginUser($this->teacher);
        ['class' => $class, 'piece' => $piece, 'second' => $second, 'sequence' => $sequence, 'lesson' => $lesson] = $this->ids;
        $ofHands = [
            "/pieces/$piece?for=class-$class",
            "/pieces/$piece/notation?for=class-$class&instrument=violin&fingers=all&bows=1&strings=1&ribbon=1&more=1",
            "/pieces/$piece/notation?for=class-$class&instrument=bass&fingers=all&bows=1&strings=1&ribbon=1&more=1",
            "/pieces/$piece/ready?for=class-$class",
            "/sequences/$sequence",
        ];
        $ofRecord = [
            '/',
            "/classes/$class",
            "/classes/$class/next",
            "/classes/$class/report.csv?from=2026-09-01&to=2026-12-20",
            "/classes/$class/skills/open.bow.D/violin",
            "/pieces/$second/ready?for=class-$class",
            "/library?for=class-$class&ready=within-reach",
            '/skills/quilt',
            "/lessons/$lesson/end",
        ];
        $told = [];
        $others = ['hands' => [], 'sequence' => ['/', "/classes/$class", "/sequences/$sequence/methods"]][$matter] ?? $ofRecord;
        foreach ([...$ofHands, ...$others] as $page) {
            $this->browser->request('GET', $page);
            self::assertResponseIsSuccessful($page);
            $told[$page] = (string) preg_replace(
                '/(name="_(?:token|once)" value=|name="csrf-token" content=)"[^"]*"/',
                '',
                str_replace('\u0022', '"', $this->body()),
            );
        }
        $this->again();

        return $told;
    }

    /** @return array<string, string> each fact by which results are kept, as JSON, by its path */
    private function facts(): array
    {
        $this->again();
        $class = $this->find(SchoolClass::class);
        $piece = $this->find(Piece::class);
        $sequence = $this->find(Sequence::class);
        $past = $this->service(LessonSequences::class)->past($class, $piece);
        $of = $this->service(PiecesForClasses::class)->of($piece, $class, $past);
        $inputs = array_map(static fn (string $json): mixed => json_decode($json, true), $of->planFingerprint('plan')->inputs());

        return self::flat(json_decode((string) json_encode([
            'class' => $this->service(FactsOfClasses::class)->of($class),
            'plan' => $inputs,
            'aim' => (array) $sequence->aimed()
                ->withReviews($this->service(Reviews::class)->of($piece, $class))
                ->withKnown($this->service(KnownPieces::class)->of($piece, $class)),
            'cut' => $this->service(ChunkRepository::class)->of($piece)->fixed($sequence->getCut()),
            'order' => ['steps' => array_map(static fn ($step): OrderedStep => $step->ordered(), $sequence->steps())],
        ]), true));
    }

    /** @return array<string, string> */
    private static function flat(mixed $value, string $path = '', int $depth = 0): array
    {
        if (!\is_array($value) || array_is_list($value) || $depth > 2) {
            return [$path => (string) json_encode($value)];
        }
        $flat = [];
        foreach ($value as $name => $one) {
            $flat += self::flat($one, ltrim("$path.$name", '.'), $depth + 1);
        }

        return $flat;
    }
}
