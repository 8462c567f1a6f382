<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/** Words and signs of the road map (handbook 2). Segno and coda act at the start of their measure, the others at its end. */
enum Jump: string
{
    case Segno = 'segno';
    case Coda = 'coda';
    case ToCoda = 'to-coda';
    case Fine = 'fine';
    case DaCapo = 'da-capo';
    case DaCapoAlFine = 'da-capo-al-fine';
    case DaCapoAlCoda = 'da-capo-al-coda';
    case DalSegno = 'dal-segno';
    case DalSegnoAlFine = 'dal-segno-al-fine';
    case DalSegnoAlCoda = 'dal-segno-al-coda';

    public function goesBack(): bool
    {
        return \in_array(
            $this,
            [self::DaCapo, self::DaCapoAlFine, self::DaCapoAlCoda, self::DalSegno, self::DalSegnoAlFine, self::DalSegnoAlCoda],
            true,
        );
    }

    public function toSegno(): bool
    {
        return \in_array($this, [self::DalSegno, self::DalSegnoAlFine, self::DalSegnoAlCoda], true);
    }

    public function alCoda(): bool
    {
        return self::DaCapoAlCoda === $this || self::DalSegnoAlCoda === $this;
    }

    /** What printed words mean, or none if they are no road sign. */
    public static function fromWords(string $words): ?self
    {
        $plain = trim((string) preg_replace('/[^a-z]+/', '', strtolower($words)));

        return match ($plain) {
            'fine' => self::Fine,
            'tocoda', 'alcoda' => self::ToCoda,
            'dc', 'dacapo' => self::DaCapo,
            'dcalfine', 'dacapoalfine' => self::DaCapoAlFine,
            'dcalcoda', 'dacapoalcoda' => self::DaCapoAlCoda,
            'ds', 'dalsegno' => self::DalSegno,
            'dsalfine', 'dalsegnoalfine' => self::DalSegnoAlFine,
            'dsalcoda', 'dalsegnoalcoda' => self::DalSegnoAlCoda,
            default => null,
        };
    }

    public function words(): string
    {
        return match ($this) {
            self::Segno => 'Segno',
            self::Coda => 'Coda',
            self::ToCoda => 'To Coda',
            self::Fine => 'Fine',
            self::DaCapo => 'D.C.',
            self::DaCapoAlFine => 'D.C. al Fine',
            self::DaCapoAlCoda => 'D.C. al Coda',
            self::DalSegno => 'D.S.',
            self::DalSegnoAlFine => 'D.S. al Fine',
            self::DalSegnoAlCoda => 'D.S. al Coda',
        };
    }
}
