<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

use CoinStair\Core\Score\Dynamic;

/** How the bow makes a dynamic: contact place, weight, speed, amount and tilt (handbook 4). Starting values. */
final readonly class Touch
{
    /** Contact lane, weight, speed and amount from 1 to 5, whether the bow is tilted to fewer hairs. */
    private const OF_DYNAMIC = [
        'ppp' => [1, 1, 1, 1, true],
        'pp' => [1, 1, 2, 2, true],
        'p' => [2, 2, 2, 2, true],
        'mp' => [3, 3, 2, 3, false],
        'mf' => [3, 3, 3, 3, false],
        'f' => [4, 4, 4, 4, false],
        'ff' => [5, 5, 4, 5, false],
        'fff' => [5, 5, 5, 5, false],
        'sfz' => [4, 5, 5, 4, false],
        'fp' => [4, 4, 3, 3, false],
    ];
    /** Lanes that weight and contact may lie apart before the sound whistles or cracks. */
    private const APART = 1;

    public function __construct(
        public Contact $contact,
        /** 1 light to 5 heavy */
        public int $weight,
        /** 1 slow to 5 fast; 0 where every stroke is whole and the speed follows from its length */
        public int $speed,
        /** 1 little to 5 the whole bow */
        public int $amount,
        /** less hair */
        public bool $tilted,
    ) {
    }

    /** @param AmountPolicy $amount where every stroke is whole, contact place and weight alone make the difference */
    public static function of(
        Dynamic $dynamic,
        ContactPolicy $contact = ContactPolicy::Middle,
        AmountPolicy $amount = AmountPolicy::Value,
    ): self {
        [$lane, $weight, $speed, $bow, $tilted] = self::OF_DYNAMIC[$dynamic->value];
        $whole = AmountPolicy::Whole === $amount;

        return new self(
            Contact::ofLane($lane + (ContactPolicy::NearerBridge === $contact ? 1 : 0)),
            $weight,
            $whole ? 0 : $speed,
            $whole ? 5 : $bow,
            $tilted,
        );
    }

    /** Light near the bridge whistles, heavy over the fingerboard cracks. */
    public function fits(): bool
    {
        return abs($this->contact->lane() - $this->weight) <= self::APART;
    }
}
