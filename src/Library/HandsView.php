<?php

declare(strict_types=1);

namespace App\Library;

use App\Shared\Entity\Piece;
use App\Shared\Web\MusicExtension;
use App\Shared\Web\Notation;
use CoinStair\Core\Analysis\BothHands;
use CoinStair\Core\Analysis\HandsOnScore;
use CoinStair\Core\Form\MeasureNumbers;
use CoinStair\Core\LeftHand\FingeringPolicy;
use CoinStair\Core\LeftHand\OpenStringPolicy;
use CoinStair\Core\RightHand\AmountPolicy;
use CoinStair\Core\RightHand\DirectionPolicy;
use CoinStair\Core\RightHand\HandNotice;
use CoinStair\Core\Score\Instrument;
use Symfony\Component\HttpFoundation\InputBag;
use Symfony\Contracts\Cache\CacheInterface;

/** The notation of some measures with the fingers and bows of one instrument. */
final readonly class HandsView
{
    public function __construct(private CacheInterface $cache, private MusicExtension $music)
    {
    }

    /**
     * @param InputBag<string> $query instrument, level, open, bowing, fingers, bows
     *
     * @return array{xml: string, text: list<array{number: string, notes: list<string>}>, why: list<array{number: string, notes: list<string>}>, notices: list<string>}|null none if no instrument is asked for
     */
    public function of(Piece $piece, InputBag $query, int $from, int $to): ?array
    {
        $instrument = Instrument::tryFrom($query->getString('instrument'));
        $score = $piece->score();
        if (null === $instrument || Instrument::Other === $instrument || $score->isOutline()) {
            return null;
        }
        $policy = FingeringPolicy::of($instrument, max(1, min(4, $query->getInt('level', 1))), OpenStringPolicy::tryFrom($query->getString('open')));
        $bowing = DirectionPolicy::tryFrom($query->getString('bowing')) ?? DirectionPolicy::Alternate;
        $key = implode('.', ['hands', hash('xxh128', $piece->scoreText()), $instrument->value, $policy->level, $policy->openStrings->value, $bowing->value, $piece->getGoalTempo()]);
        $hands = $this->cache->get($key, static fn (): BothHands => BothHands::of($score, $policy, $bowing, AmountPolicy::Value, $piece->getGoalTempo()));
        $numbers = MeasureNumbers::of($score)->all();
        $text = [];
        foreach (HandsOnScore::words($hands, $from, $to) as $position => $words) {
            $text[] = ['number' => $numbers[$position] ?? '', 'notes' => array_values(array_filter([$words['fingers'], '' === $words['bows'] ? '' : 'bows: '.$words['bows']]))];
        }
        $why = [];
        foreach (HandsOnScore::why($hands, $from, $to) as $position => $reasons) {
            $why[] = ['number' => $numbers[$position] ?? '', 'notes' => array_map(fn (array $one): string => implode(', ', $one['of']).': '.$this->music->notice($one['reason']), array_values($reasons))];
        }

        return [
            'xml' => Notation::ofMeasures(HandsOnScore::marked($hands, $query->getBoolean('fingers'), $query->getBoolean('bows')), $from, $to, null, \array_slice($numbers, $from, $to - $from)),
            'text' => $text,
            'why' => $why,
            'notices' => array_values(array_unique(array_map(fn (HandNotice $notice): string => $this->music->notice($notice->notice), \array_slice($hands->notices, 0, 12)))),
        ];
    }
}
