<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\RightHand;

use CoinStair\Core\RightHand\AmountPolicy;
use CoinStair\Core\RightHand\Contact;
use CoinStair\Core\RightHand\ContactPolicy;
use CoinStair\Core\RightHand\Touch;
use CoinStair\Core\RightHand\Touches;
use CoinStair\Core\Score\Dynamic;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\TestCase;

/** Handbook 4, "Soft and loud". */
final class TouchesTest extends TestCase
{
    public function testSoftGoesTowardTheFingerboardLightAndSlowLoudTowardTheBridge(): void
    {
        $ladder = array_map(static fn (string $name): Touch => Touch::of(Dynamic::from($name)), ['pp', 'p', 'mp', 'mf', 'f', 'ff']);
        foreach (\array_slice($ladder, 1) as $at => $louder) {
            $softer = $ladder[$at];
            self::assertGreaterThanOrEqual(
                [$softer->contact->lane(), $softer->weight, $softer->amount],
                [$louder->contact->lane(), $louder->weight, $louder->amount],
            );
        }
        self::assertSame(
            [Contact::Fingerboard, true, Contact::Middle, false, Contact::Bridge],
            [$ladder[0]->contact, $ladder[0]->tilted, $ladder[3]->contact, $ladder[3]->tilted, $ladder[5]->contact],
        );
    }

    public function testEveryDynamicFitsUnderBothContactPolicies(): void
    {
        foreach (Dynamic::cases() as $dynamic) {
            foreach (ContactPolicy::cases() as $policy) {
                self::assertTrue(Touch::of($dynamic, $policy)->fits(), $dynamic->value.' '.$policy->value);
            }
        }
        self::assertSame(Contact::NearBridge, Touch::of(Dynamic::MezzoForte, ContactPolicy::NearerBridge)->contact);
    }

    public function testLightAtTheBridgeAndHeavyOverTheFingerboardDoNotFit(): void
    {
        self::assertFalse((new Touch(Contact::Bridge, 1, 3, 3, false))->fits());
        self::assertFalse((new Touch(Contact::Fingerboard, 4, 3, 3, false))->fits());
    }

    public function testWithWholeBowsContactAndWeightAloneMakeTheDifference(): void
    {
        [$soft, $loud] = [Touch::of(Dynamic::Piano, amount: AmountPolicy::Whole), Touch::of(Dynamic::Forte, amount: AmountPolicy::Whole)];
        self::assertSame([[0, 5], [0, 5]], [[$soft->speed, $soft->amount], [$loud->speed, $loud->amount]]);
        self::assertGreaterThan($soft->weight, $loud->weight);
    }

    public function testAHairpinTravelsToTheDynamicAfterIt(): void
    {
        $piece = Tunes::abc('!p!!<(!C D E !<)!F|!f!G4|!>(!A2 !>)!G2|');
        $changes = array_map(
            static fn ($change): string => $change->dynamic->value.
                (null === $change->toward ? '' : '>'.$change->toward->value).
                ' '.
                $change->position.
                '–'.
                $change->until,
            Touches::find($piece->parts[0], ContactPolicy::Middle, AmountPolicy::Value),
        );
        self::assertSame(['p 0–0', 'p>f 0–0', 'f 1–1', 'f>mp 2–2'], $changes);
    }
}
