<?php

declare(strict_types=1);

namespace CoinStair\Core\Progress;

/** Where an instrument group of a class stands with a skill (handbook 7), the least first. */
enum State: string
{
    case NotMet = 'not-met';
    /** no evidence, but the class's past says so */
    case Presumed = 'presumed';
    case Introduced = 'introduced';
    case Practised = 'practised';
    case Secure = 'secure';
    case DueAgain = 'due-again';

    /** What it is called in US English: the key of its translation. */
    public function title(): string
    {
        return match ($this) {
            self::NotMet => 'not met',
            self::Presumed => 'presumed',
            self::Introduced => 'introduced',
            self::Practised => 'practised',
            self::Secure => 'secure',
            self::DueAgain => 'due again',
        };
    }

    /**
     * What a teacher can say.
     *
     * @return non-empty-list<self>
     */
    public static function sayable(): array
    {
        return [self::NotMet, self::Introduced, self::Practised, self::Secure, self::DueAgain];
    }
}
