<?php

declare(strict_types=1);

namespace CoinStair\Core\Difficulty;

/** A row of the table of move times (handbook 6): seconds that a first-year class needs between two notes. Starting values. */
enum MoveRow: string
{
    case Bow = 'bow';
    case OpenToFinger = 'open';
    case NextFinger = 'next';
    case OverAFinger = 'over';
    case Fourth = 'fourth';
    case Slide = 'slide';
    case CrossOpen = 'cross-open';
    case Cross = 'cross';
    case Across = 'across';
    case Hop = 'hop';
    case OverOne = 'over-one';
    case OverTwo = 'over-two';
    case Set = 'set';
    case Shift = 'shift';
    case Retake = 'retake';
    case Pluck = 'pluck';
    case OffBeat = 'off-beat';
    case AfterDot = 'after-dot';
    case Tuplet = 'tuplet';

    /** @return list<self> what the hands do; rhythm, which is put on a move besides, left out */
    public static function ofHands(): array
    {
        return array_values(array_filter(self::cases(), static fn (self $row): bool => MoveFamily::Rhythm !== $row->family()));
    }

    public function seconds(): float
    {
        return match ($this) {
            self::Bow => 0.22,
            self::OpenToFinger => 0.25,
            self::NextFinger => 0.28,
            self::OverAFinger => 0.32,
            self::Tuplet => 0.34,
            self::CrossOpen => 0.35,
            self::AfterDot => 0.38,
            self::Cross => 0.4,
            self::Fourth, self::OffBeat => 0.45,
            self::Slide, self::Across => 0.5,
            self::Hop => 0.65,
            self::OverOne, self::Set => 0.7,
            self::Retake => 0.75,
            self::OverTwo => 0.85,
            self::Shift => 0.9,
            self::Pluck => 2.5,
        };
    }

    public function family(): MoveFamily
    {
        return match ($this) {
            self::Bow, self::Retake, self::Pluck => MoveFamily::Bow,
            self::CrossOpen, self::Cross, self::Across, self::Hop, self::OverOne, self::OverTwo => MoveFamily::Crossing,
            self::OffBeat, self::AfterDot, self::Tuplet => MoveFamily::Rhythm,
            default => MoveFamily::Left,
        };
    }

    /** The sentence that says why a move takes its time; {from} and {to} are strings or positions, {finger} and {other} fingers. */
    public function sentence(): string
    {
        return match ($this) {
            self::Bow => 'The bow changes.',
            self::OpenToFinger => 'Between the open string and finger {finger}.',
            self::NextFinger => 'Finger {other} to {finger} on one string.',
            self::OverAFinger => 'Finger {other} over to {finger} on one string.',
            self::Fourth => 'To or from the fourth finger.',
            self::Slide => 'Finger {finger} slides.',
            self::CrossOpen, self::Cross => 'The bow crosses from {from} to {to}.',
            self::Across => 'Finger {finger} goes across from {from} to {to}.',
            self::Hop => 'Finger {finger} hops from {from} to {to}.',
            self::OverOne => 'The bow crosses over a string, {from} to {to}.',
            self::OverTwo => 'The bow crosses over two strings, {from} to {to}.',
            self::Set => 'Two fingers are set for the double stop.',
            self::Shift => 'The hand shifts.',
            self::Retake => 'The bow is lifted and set again.',
            self::Pluck => 'From plucking to the bow, or back.',
            self::OffBeat => 'The note before it comes off the beat.',
            self::AfterDot => 'The short note after the dot goes before it.',
            self::Tuplet => 'It follows a note of a tuplet.',
        };
    }

    /** What a class is told before it plays such a move: one short imperative (handbook 6); named as in the sentence. */
    public function prompt(): string
    {
        return match ($this) {
            self::Bow => 'let the bow change by itself',
            self::OpenToFinger => 'keep finger {finger} close over the string',
            self::NextFinger => 'set {finger} beside {other}',
            self::OverAFinger => 'see {finger} in its place before you play',
            self::Fourth => 'bring 4 over the string early',
            self::Slide => 'let {finger} go light, then slide',
            self::CrossOpen, self::Cross => 'let the arm go to {to} before the note',
            self::Across => 'lay {finger} over both strings',
            self::Hop => 'stop, lift {finger}, set it on {to}, go',
            self::OverOne, self::OverTwo => 'stop, take the arm over to {to}, go',
            self::Set => 'set both fingers, then play',
            self::Shift => 'stop, take the thumb along, go',
            self::Retake => 'up, set again',
            self::Pluck => 'have the bow ready in the hand',
            self::OffBeat => 'count the beat aloud, then the note',
            self::AfterDot => 'long, short: say it first',
            self::Tuplet => 'say the group, even, before you play it',
        };
    }
}
