<?php

declare(strict_types=1);

namespace App\Lesson\Sequence;

use App\Shared\Entity\Step;
use CoinStair\Core\Lesson\LessonStep;

/** A step of a planned lesson as the page of its sequence shows it, in words. */
final readonly class SequenceRow
{
    /**
     * @param Step|null    $step   the row that can be changed; none for what the lesson itself asks for
     * @param string       $title  what it is for, and where: "Learn 5–8"
     * @param string       $who    "all", "cellos"
     * @param string       $others what the others do; empty where all play
     * @param list<string> $rounds
     * @param string       $prompt what the class is told
     * @param string       $own    the teacher's words, if it has any
     * @param list<string> $why    sentences that say why its tempos are what they are
     * @param string       $listen what the class listens for in its last coins; empty for nothing
     * @param string       $quick  what whoever is ready early does; empty for nothing
     */
    public function __construct(
        public LessonStep $planned,
        public ?Step $step,
        public string $title,
        public string $who,
        public string $others,
        public array $rounds,
        public string $prompt,
        public string $own,
        public array $why,
        public string $listen,
        public string $quick,
    ) {
    }

    /** @return array<string, string> what its music is asked for by; empty where nothing is played from notes */
    public function asks(): array
    {
        $of = $this->planned->step;
        $instrument = $of->who()->instruments[0]->value ?? '';
        $what = match (true) {
            null !== $of->warmUp => ['code' => $of->warmUp->code()],
            null === $this->planned->chunk => [],
            null !== $this->step => ['step' => (string) $this->step->getId()],
            default => ['edges' => $this->planned->chunk->edges()],
        };

        return [] === $what || '' === $instrument ? $what : $what + ['instrument' => $instrument];
    }

    /** @return list<array{tempo: int, coins: int}> tempos with the coins that each asks for */
    public function treads(): array
    {
        $treads = [];
        foreach ($this->planned->time->treads as $tread) {
            $treads[] = ['tempo' => $tread->tempo, 'coins' => $tread->coins];
        }

        return $treads;
    }
}
