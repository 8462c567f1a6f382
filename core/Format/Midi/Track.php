<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\Midi;

/** The notes of one track and channel, in the file's own ticks. */
final class Track
{
    public string $name = '';
    /** @var list<array{start: int, end: int, midi: int}> */
    public array $notes = [];
    /** @var array<int, int> start of the notes that sound, by MIDI number */
    private array $sounding = [];

    public function start(int $midi, int $time): void
    {
        $this->stop($midi, $time);
        $this->sounding[$midi] = $time;
    }

    public function stop(int $midi, int $time): void
    {
        if (isset($this->sounding[$midi])) {
            if ($time > $this->sounding[$midi]) {
                $this->notes[] = ['start' => $this->sounding[$midi], 'end' => $time, 'midi' => $midi];
            }
            unset($this->sounding[$midi]);
        }
    }

    public function close(int $time): void
    {
        foreach (array_keys($this->sounding) as $midi) {
            $this->stop($midi, $time);
        }
    }
}
