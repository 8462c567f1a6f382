<?php

declare(strict_types=1);

namespace App\PutAway;

use App\Shared\Entity\CanBePutAway;
use App\Shared\Entity\Lesson;
use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\Sequence;

/** What can be put away; the value is the first part of its address. */
enum PutAwayKind: string
{
    case Piece = 'pieces';
    case SchoolClass = 'classes';
    case Sequence = 'sequences';
    case Lesson = 'lessons';

    /** @return class-string<CanBePutAway> */
    public function entity(): string
    {
        return match ($this) {
            self::Piece => Piece::class,
            self::SchoolClass => SchoolClass::class,
            self::Sequence => Sequence::class,
            self::Lesson => Lesson::class,
        };
    }

    /** Route of its own page. */
    public function route(): string
    {
        return match ($this) {
            self::Piece => 'piece',
            self::SchoolClass => 'class',
            self::Sequence => 'sequence',
            self::Lesson => 'lesson_end',
        };
    }
}
