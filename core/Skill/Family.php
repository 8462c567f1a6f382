<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill;

/** A family of skills (handbook 7), in the order in which they are shown. */
enum Family: string
{
    case Hold = 'hold';
    case Open = 'open';
    case Fingers = 'fingers';
    case HandPictures = 'hand-pictures';
    case FingerCraft = 'finger-craft';
    case DoubleStops = 'double-stops';
    case Crossings = 'crossings';
    case BowStrokes = 'bow-strokes';
    case Sound = 'sound';
    case Rhythm = 'rhythm';
    case Reading = 'reading';
    case Ensemble = 'ensemble';

    /** What it is called in US English: the key of its translation. */
    public function title(): string
    {
        return match ($this) {
            self::Hold => 'Hold and posture',
            self::Open => 'Open strings',
            self::Fingers => 'Fingers',
            self::HandPictures => 'Hand pictures',
            self::FingerCraft => 'Finger craft',
            self::DoubleStops => 'Double stops',
            self::Crossings => 'Crossings',
            self::BowStrokes => 'Bow strokes',
            self::Sound => 'Sound',
            self::Rhythm => 'Rhythm',
            self::Reading => 'Reading',
            self::Ensemble => 'Ensemble',
        };
    }
}
