<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

/** How a step, or a round before it, is done (handbook 6). */
enum Mode: string
{
    /** a short list of what is coming, in playing order */
    case Look = 'look';
    /** played to them, once */
    case Listen = 'listen';
    /** played for them, then by them */
    case Echo = 'echo';
    case Say = 'say';
    case Tap = 'tap';
    case OneHand = 'one-hand';
    case AirBow = 'air-bow';
    case Pluck = 'pluck';
    case Stops = 'stops';
    case Bow = 'bow';
    case Click = 'click';
    case Backing = 'backing';
    case Memory = 'memory';

    /** How many times its length a repetition takes. */
    public function factor(): float
    {
        return match ($this) {
            self::Look => 0.5,
            self::Echo => 2.0,
            default => 1.0,
        };
    }

    /** It sounds on the instrument, by the bow. */
    public function isBowed(): bool
    {
        return \in_array($this, [self::Stops, self::Bow, self::Click, self::Backing, self::Memory], true);
    }

    /** The class makes the tune without its instruments, so that nothing else sounds it. */
    public function isSilent(): bool
    {
        return \in_array($this, [self::Look, self::Say, self::Tap, self::AirBow], true);
    }

    /** The instrument is up. */
    public function isPlayed(): bool
    {
        return self::Pluck === $this || self::Echo === $this || $this->isBowed();
    }
}
