<?php

declare(strict_types=1);

namespace App\Tests;

/** The class with which somebody worked last is the one for which a piece is shown, wherever they come from (interface: keep the class). */
final class LastChosenTest extends WebCase
{
    public function testTheClassIsNotLostOnTheWayToAPiece(): void
    {
        $piece = $this->piece();
        $one = $this->schoolClass('Lane One');
        $two = $this->schoolClass('Lane Two');
        foreach ([$two, $one, $two] as $class) {
            $this->browser->request('GET', "/classes/{$class->getId()}");
            $for = "class-{$class->getId()}";
            foreach (['', '/ready', '/methods'] as $page) {
                $this->browser->request('GET', "/pieces/{$piece->getId()}$page");
                self::assertResponseIsSuccessful();
                self::assertSelectorTextContains('main', $class->getName());
                self::assertSelectorExists("main [value=\"$for\"][selected], main a[href*=\"$for\"]", $page);
            }
        }
        $this->browser->request('GET', "/pieces/{$piece->getId()}?for=class-{$one->getId()}");
        $this->browser->request('GET', "/pieces/{$piece->getId()}");
        self::assertSelectorExists("[value=class-{$one->getId()}][selected]", 'what an address names is worked with from then on');
    }

    public function testAClassThatIsAwayIsNotWorkedWithAnyMore(): void
    {
        $piece = $this->piece();
        $one = $this->schoolClass('Lane One');
        $two = $this->schoolClass('Lane Two');
        $this->browser->request('GET', "/classes/{$two->getId()}");
        $this->post("/classes/{$two->getId()}/put-away");
        $this->browser->request('GET', "/pieces/{$piece->getId()}");
        self::assertSelectorExists("option[value=\"class-{$one->getId()}\"][selected]");
        $this->browser->request('GET', '/pieces/'.$piece->getId().'?for[]=class-1');
        self::assertSame(400, $this->browser->getResponse()->getStatusCode());
    }

    public function testTheMethodStaysAfterAReload(): void
    {
        $piece = $this->piece();
        $this->schoolClass();
        $this->browser->request('GET', "/pieces/{$piece->getId()}/cut?method=halves");
        $this->browser->request('GET', "/pieces/{$piece->getId()}");
        self::assertSelectorExists('option[value=halves][selected]');
        $this->browser->request('GET', "/pieces/{$piece->getId()}?method=last-first");
        self::assertSelectorExists('option[value=last-first][selected]');
    }

    public function testAPieceIsChosenForTheClassThatWasLookedAt(): void
    {
        $class = $this->schoolClass();
        $this->browser->request('GET', "/classes/{$class->getId()}");
        self::assertSelectorExists("a[href=\"/library?for=class-{$class->getId()}\"]");
    }
}
