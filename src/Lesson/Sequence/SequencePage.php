<?php

declare(strict_types=1);

namespace App\Lesson\Sequence;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\Sequence;
use App\Shared\Entity\Step;
use CoinStair\Core\Lesson\FirstContact;
use CoinStair\Core\Lesson\SlowGroup;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Sequence\Offer;
use CoinStair\Core\Sequence\SequenceOutline;
use CoinStair\Core\Standing\Reach;

/** The page of a sequence. */
final readonly class SequencePage
{
    /** @var list<Method> */
    public array $methods;
    /** @var list<SlowGroup> */
    public array $slows;
    /** @var list<FirstContact> */
    public array $contacts;

    /**
     * @param list<LessonRow>             $lessons that were taught and are planned, in order
     * @param list<array{string, string}> $held    groups that would hold the rest back, each with the reason
     * @param list<string>                $eased   how groups that are apart play the whole at the end
     * @param list<Offer>                 $offers  where the goal stays out of reach
     * @param string                      $newer   borders of a newer cut; empty where there is none
     * @param list<Chunk>                 $chunks  of the piece, that can be added as steps
     * @param bool                        $isOpen  a lesson was begun and is not accepted
     * @param list<array{string, string}> $skipped what is left out, by its name and in words
     * @param int                         $undo    id of the change that would be taken back; 0 for none
     * @param int                         $redo    id of the change that would be done again; 0 for none
     * @param Reach|null                  $reach   how far the class is with the piece; none where it never met it
     * @param Notice|string               $problem with the last change; empty if there was none
     */
    public function __construct(
        public Sequence $sequence,
        public SequenceOutline $plan,
        public array $lessons,
        public array $held,
        public array $eased,
        public array $offers,
        public string $newer,
        public array $chunks,
        public bool $isOpen,
        public array $skipped,
        public int $undo,
        public int $redo,
        public ?Reach $reach,
        public Notice|string $problem = '',
    ) {
        $this->methods = Method::cases();
        $this->slows = SlowGroup::cases();
        $this->contacts = FirstContact::cases();
    }

    /** Steps of which something is set by hand. */
    public function byHand(): int
    {
        return \count(array_filter($this->sequence->steps(), static fn (Step $step): bool => $step->isSetByHand()));
    }

    /** The lesson that comes next; none where nothing is left to be taught. */
    public function today(): ?LessonRow
    {
        foreach ($this->lessons as $lesson) {
            if (!$lesson->isTaught()) {
                return $lesson;
            }
        }

        return null;
    }

    public function lesson(int $number): ?LessonRow
    {
        foreach ($this->lessons as $lesson) {
            if ($lesson->number === $number) {
                return $lesson;
            }
        }

        return null;
    }

    /** The last day on which a lesson is planned; none where nobody knows. */
    public function lastDay(): ?\DateTimeImmutable
    {
        return [] === $this->lessons ? null : $this->lessons[\count($this->lessons) - 1]->day;
    }
}
