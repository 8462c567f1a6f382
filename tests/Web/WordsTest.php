<?php

declare(strict_types=1);

namespace App\Tests;

use App\Shared\Web\MusicWords;
use CoinStair\Core\Format\QuickEntry\Entry;
use CoinStair\Core\Format\QuickEntry\EntryMode;
use CoinStair\Core\Format\QuickEntry\Reader;
use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\LeftHand\FirstPosition;
use CoinStair\Core\LeftHand\OpenString;
use CoinStair\Core\LeftHand\Placement;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Refusal;
use CoinStair\Core\Skill\Rule\RuleParser;
use PHPUnit\Framework\Attributes\DataProvider;

/** All words that a person reads go through the translator, whoever made them: the core, a page, a form. */
final class WordsTest extends WebCase
{
    use WalksPages;

    /** What a teacher, a file or a service named: data, in nobody's language. */
    private const NAMES = '/Gate|Rope|Walk|One|Two|Lane|own\.one|Good\.|Coin Stair|Program of|one@|example\.org/';
    private const POSITION = '/\b[IV]+\b/';
    /** Written by the language's own formatter. */
    private const DAYS = '/(?:Mon|Tues|Wednes|Thurs|Fri|Satur|Sun)day|(?:Jan|Febr)uary|March|April|June|July|August|\p{Lu}\p{Ll}+ber|'.
        'Jan|Feb|Mar|Apr|May|Jun|Jul|Aug|Sep|Oct|Nov|Dec/u';

    protected function tearDown(): void
    {
        MarkedWords::$marks = false;
        parent::tearDown();
    }

    public function testNoPageHoldsWordsThatCannotBeTranslated(): void
    {
        $rows = $this->rows($this->teacher);
        MarkedWords::$marks = true;
        $found = [];
        foreach ($this->walk($this->teacher, $rows) as $name => $told) {
            $page = substr($told, 3);
            if (!str_starts_with($told, '200') || !str_contains($page, '<')) {
                continue;
            }
            foreach (self::unmarked($page) as $words) {
                $found[$words] ??= $name;
            }
        }
        self::assertSame([], $found);
    }

    /** @return iterable<string, array{0: \Closure(): mixed, 1?: string}> what the core refuses, or tells, with words inside */
    public static function told(): iterable
    {
        $line = static fn (string $line): Notice => Reader::read(new Entry(EntryMode::Fingers, $line))->problems[0]->notice;
        yield 'a placement that an instrument does not have' => [static fn (): mixed => FirstPosition::pitch(
            Instrument::Bass,
            OpenString::allOf(Instrument::Bass)[0],
            1,
            Placement::Stretched,
            Key::of(0),
        )];
        yield 'a string that an instrument does not have' => [static fn (): Notice => $line('C1')];
        yield 'a parameter that was left out' => [static fn (): mixed => RuleParser::read('range(treble, 5)'), 'from range'];
        yield 'a reason with a place in it' => [static function (): Notice {
            $piece = ScoreFile::read("X:1\nT:Gate\nM:4/4\nL:1/4\nK:D\nDEFG|A2F2|GFED|E4|a4|d4|\n")->piece;
            $hands = BothHands::of($piece, Instrument::Violin, HandPolicies::ofLevel(3), 80);
            foreach ($hands->fingering->notes as $index => $note) {
                if (array_filter($hands->reason($index)->parameters, static fn (string|Notice $one): bool => $one instanceof Notice)) {
                    return $hands->reason($index);
                }
            }
            self::fail('One of these notes has its reason against another place.');
        }];
    }

    /**
     * @param \Closure(): mixed $told
     * @param string            $rule words of the rule language, which are the same in all languages
     */
    #[DataProvider('told')]
    public function testWordsInsideOfASentenceAreTranslatedToo(\Closure $told, string $rule = ''): void
    {
        try {
            $notice = $told();
        } catch (Refusal $refusal) {
            $notice = $refusal->notice;
        }
        self::assertInstanceOf(Notice::class, $notice);
        MarkedWords::$marks = true;
        self::assertSame($rule, self::outside($this->service(MusicWords::class)->notice($notice)));
    }

    /** @return list<string> what stands outside of all marks */
    private static function unmarked(string $page): array
    {
        $document = new \DOMDocument();
        $document->loadHTML('<?xml encoding="utf-8">'.$page, \LIBXML_NOERROR);
        $neutral = 'ancestor::script or ancestor::style or ancestor::code or ancestor::textarea or ancestor::*[@translate="no"]';
        $read = "(//text() | //@aria-label | //@title | //@placeholder | //@alt)[not($neutral)]";
        $texts = [];
        foreach ((new \DOMXPath($document))->query($read) ?: [] as $node) {
            $texts[] = (string) $node->nodeValue;
        }
        $found = [];
        foreach ($texts as $text) {
            $left = self::outside($text);
            if ('' !== $left) {
                $found[] = $left;
            }
        }

        return array_values(array_unique($found));
    }

    /** Words of a text that did not go through the translator; empty where there are none. */
    private static function outside(string $text): string
    {
        $marked = '/'.MarkedWords::OPEN.'[^'.MarkedWords::OPEN.MarkedWords::CLOSE.']*'.MarkedWords::CLOSE.'/u';
        do {
            $text = (string) preg_replace($marked, ' ', $text, -1, $count);
        } while ($count > 0);
        $left = trim((string) preg_replace([self::NAMES, self::DAYS, self::POSITION], ' ', $text));

        return 1 === preg_match('/\p{L}{2}/u', $left) ? trim((string) preg_replace('/[\s\x{E000}-\x{E002}]+/u', ' ', $left)) : '';
    }
}
