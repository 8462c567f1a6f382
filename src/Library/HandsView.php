<?php

declare(strict_types=1);

namespace App\Library;

use App\Shared\Entity\Piece;
use App\Shared\Web\MusicExtension;
use App\Shared\Web\Notation;
use CoinStair\Core\Analysis\BothHands;
use CoinStair\Core\Analysis\BowRibbon;
use CoinStair\Core\Analysis\HandsOnScore;
use CoinStair\Core\Analysis\RibbonStroke;
use CoinStair\Core\Form\MeasureNumbers;
use CoinStair\Core\LeftHand\FingeringPolicy;
use CoinStair\Core\LeftHand\OpenStringPolicy;
use CoinStair\Core\RightHand\AmountPolicy;
use CoinStair\Core\RightHand\BowZone;
use CoinStair\Core\RightHand\DirectionPolicy;
use CoinStair\Core\RightHand\HandNotice;
use CoinStair\Core\Score\Instrument;
use Symfony\Component\HttpFoundation\InputBag;
use Symfony\Contracts\Cache\CacheInterface;
use Symfony\Contracts\Translation\TranslatorInterface;

/** The notation of some measures with the fingers and bows of one instrument. */
final readonly class HandsView
{
    public function __construct(private CacheInterface $cache, private MusicExtension $music, private TranslatorInterface $translator)
    {
    }

    /**
     * @param InputBag<string> $query instrument, level, open, bowing, fingers, bows, ribbon
     *
     * @return array{xml: string, text: list<array{number: string, notes: list<string>}>, why: list<array{number: string, notes: list<string>}>, ribbon: array{frog: string, tip: string, strokes: list<array{note: string, until: string|null, from: float, to: float, weight: int, lifted: bool, recovers: bool}>}|null, notices: list<string>}|null none if no instrument is asked for
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
        $ribbon = $query->getBoolean('ribbon') ? BowRibbon::of($hands, $from, $to) : [];
        $places = $this->places($ribbon);
        $text = [];
        foreach (HandsOnScore::words($hands, $from, $to) as $position => $words) {
            $text[] = ['number' => $numbers[$position] ?? '', 'notes' => array_values(array_filter([$words['fingers'], '' === $words['bows'] ? '' : 'bows: '.($places[$position] ?? $words['bows'])]))];
        }
        $why = [];
        foreach (HandsOnScore::why($hands, $from, $to) as $position => $reasons) {
            $why[] = ['number' => $numbers[$position] ?? '', 'notes' => array_map(fn (array $one): string => implode(', ', $one['of']).': '.$this->music->notice($one['reason']), array_values($reasons))];
        }

        return [
            'xml' => Notation::ofMeasures(HandsOnScore::marked($hands, $query->getBoolean('fingers'), $query->getBoolean('bows')), $from, $to, null, \array_slice($numbers, $from, $to - $from)),
            'text' => $text,
            'why' => $why,
            'ribbon' => [] === $ribbon ? null : [
                'frog' => $this->translator->trans('bow.frog'),
                'tip' => $this->translator->trans('bow.tip'),
                'strokes' => array_map(static fn (RibbonStroke $one): array => ['note' => $one->note, 'until' => $one->until, 'from' => $one->from, 'to' => $one->to, 'weight' => $one->weight(), 'lifted' => $one->lifted, 'recovers' => $one->recovers], $ribbon),
            ],
            'notices' => array_values(array_unique(array_map(fn (HandNotice $notice): string => $this->music->notice($notice->notice), \array_slice($hands->notices, 0, 12)))),
        ];
    }

    /**
     * @param list<RibbonStroke> $ribbon
     *
     * @return array<int, string> by measure position: "down frog to middle, up middle to frog"
     */
    private function places(array $ribbon): array
    {
        $places = [];
        foreach ($ribbon as $one) {
            $text = \sprintf('%s %s – %s', $one->direction->value, $this->translator->trans('bow.'.BowZone::of($one->from)->value), $this->translator->trans('bow.'.BowZone::of($one->to)->value));
            $places[$one->position] = isset($places[$one->position]) ? $places[$one->position].', '.$text : $text;
        }

        return $places;
    }
}
