<?php

declare(strict_types=1);

namespace App\Library\Hands;

use App\Shared\Entity\Piece;
use App\Shared\Plans\PiecesForClasses;
use App\Shared\Repository\OverrideRepository;
use App\Shared\Web\HandDrawing;
use App\Shared\Web\HandWords;
use App\Shared\Web\MusicWords;
use App\Shared\Web\Notation;
use CoinStair\Core\Hands\ArmLevels;
use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandsOnScore;
use CoinStair\Core\Hands\PhraseWays;
use CoinStair\Core\Hands\StartCard;
use CoinStair\Core\LeftHand\FingerMark;
use CoinStair\Core\LeftHand\HandPicture;
use CoinStair\Core\RightHand\AmountPolicy;
use CoinStair\Core\RightHand\BowUse;
use CoinStair\Core\RightHand\HandNotice;
use CoinStair\Core\RightHand\LongNote;
use CoinStair\Core\RightHand\LongNotes;
use CoinStair\Core\RightHand\StrokeMark;
use CoinStair\Core\RightHand\TouchChange;
use CoinStair\Core\RightHand\Touches;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\OverrideKind;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Sequence\PieceForClass;
use Twig\Environment;

/**
 * The notation of some measures with the fingers and bows of one instrument, and all that is told beside it.
 *
 * @phpstan-import-type Ribbon from HandWords
 * @phpstan-import-type OverrideRow from WholePiecePage
 *
 * @phpstan-type Lines list<array{number: string, notes: list<string>}>
 */
final readonly class HandsView
{
    private const NOTICES = 12;
    /** Phrases of a piece that are told, and changes of touch. */
    private const ROWS = 40;
    private const LONG_NOTES = 20;
    /** Players of an instrument where no class is named. */
    private const PLAYERS = 8;

    public function __construct(
        private PiecesForClasses $pieces,
        private OverrideRepository $overrides,
        private MusicWords $music,
        private HandWords $words,
        private Environment $twig,
    ) {
    }

    /** @return list<string> notes on which something was set by a teacher */
    public static function set(BothHands $hands): array
    {
        $set = [];
        foreach ($hands->voices() as $voice) {
            foreach ($voice->fingering->notes as $index => $note) {
                if (\in_array(FingerMark::Override, $voice->fingerMarks[$index], true)) {
                    $set[] = $note->id;
                }
            }
            foreach ($voice->bowing->strokes as $step) {
                if ($step->has(StrokeMark::Override)) {
                    $set[] = $step->stroke->notes[0] ?? '';
                }
            }
        }

        return array_values(array_unique($set));
    }

    /** None if no instrument is asked for, or the piece has no notes. */
    public function hands(Piece $piece, HandsQuery $query): ?BothHands
    {
        return null === $query->instrument || $piece->score()->isOutline()
            ? null
            : $this->played($piece, $query)->hands($query->instrument, $query->part);
    }

    public function played(Piece $piece, HandsQuery $query): PieceForClass
    {
        return $this->pieces->playedBy($piece, $query->class, $query->policies);
    }

    /**
     * @return array{
     *     xml: string, text: Lines, set: list<string>, why: Lines, ribbon: Ribbon|null, notices: list<string>, side: string, more: string,
     * }
     */
    public function of(Piece $piece, BothHands $hands, HandsQuery $query, int $from, int $to): array
    {
        $numbers = MeasureNumbers::of($piece->score())->all();
        $why = [];
        foreach (HandsOnScore::why($hands, $from, $to) as $position => $reasons) {
            $why[] = [
                'number' => $numbers[$position] ?? '',
                'notes' => array_map(
                    fn (array $one): string => implode(', ', $one['of']).': '.$this->music->notice($one['reason']),
                    array_values($reasons),
                ),
            ];
        }

        return [
            'xml' => Notation::ofMeasures(
                HandsOnScore::marked($hands, $query->layers),
                $from,
                $to,
                null,
                \array_slice($numbers, $from, $to - $from),
            ),
            'text' => $this->words->lines($hands, $from, $to),
            'set' => self::set($hands),
            'why' => $why,
            'ribbon' => $query->ribbon ? $this->words->ribbon($hands, $from, $to) : null,
            'notices' => array_values(
                array_unique(
                    array_map(
                        fn (HandNotice $notice): string => ('derived' === $notice->kind ? '' : ($numbers[$notice->position] ?? '').': ').
                            $this->music->notice($notice->notice),
                        \array_slice($hands->notices, 0, self::NOTICES),
                    ),
                ),
            ),
            'side' => $this->twig->render('library/_hands_side.html.twig', $this->side($piece, $hands, $from, $to)),
            'more' => $query->more
                ? $this->twig->render('library/_hands_more.html.twig', ['page' => $this->more($piece, $hands, $query, $numbers)])
                : '',
        ];
    }

    /**
     * @return array{
     *     instrument: Instrument, card: string, drawing: HandDrawing, whole: HandDrawing, numbers: string, all: string,
     *     arm: array{string: string, from: string, to: string, crossings: int, rises: bool}|null,
     * }
     */
    public function side(Piece $piece, BothHands $hands, int $from, int $to): array
    {
        $numbers = MeasureNumbers::of($piece->score())->all();
        $arm = ArmLevels::of($hands, $from, $to);
        $longest = $arm->longest();
        $card = StartCard::find($hands, Place::of($from), Place::of($to));

        return [
            'instrument' => $hands->instrument(),
            'card' => null === $card ? '' : $this->words->card($card),
            'drawing' => HandDrawing::of(
                $hands,
                HandPicture::of($hands->fingering, $hands->instrument(), $hands->piece->measures[$from]->key, $from, $to, $hands->known),
            ),
            'whole' => HandDrawing::of(
                $hands,
                HandPicture::of(
                    $hands->fingering,
                    $hands->instrument(),
                    $hands->piece->measures[0]->key,
                    0,
                    \count($hands->piece->measures),
                    $hands->known,
                ),
            ),
            'numbers' => self::run($numbers, $from, $to - 1),
            'all' => self::run($numbers, 0, \count($numbers) - 1),
            'arm' => null === $longest
                    ? null
                    : [
                        'string' => $longest['string'],
                        'from' => $numbers[$longest['from']] ?? '',
                        'to' => $numbers[$longest['to']] ?? '',
                        'crossings' => array_sum($arm->crossings),
                        'rises' => ArmLevels::risesToLowest($hands->instrument()),
                    ],
        ];
    }

    /** @param list<string> $numbers */
    private function more(Piece $piece, BothHands $hands, HandsQuery $query, array $numbers): WholePiecePage
    {
        $players = $query->class?->players($hands->instrument()) ?? self::PLAYERS;
        $strokes = $hands->bowing->strokes;

        return new WholePiecePage(
            array_map(
                fn (PhraseWays $way): array => [
                    'measures' => self::run($numbers, $way->from, $way->to),
                    'start' => $this->words->zone($way->start->value),
                    'end' => $this->words->zone($way->end->value),
                ],
                \array_slice(PhraseWays::reckon($hands, 0, \count($piece->score()->measures)), 0, self::ROWS),
            ),
            array_map(
                static fn (TouchChange $change): array => [
                    'measures' => self::run($numbers, $change->position, $change->until),
                    'change' => $change,
                ],
                \array_slice(Touches::find($hands->part, $hands->policies->contact, $hands->policies->amount), 0, self::ROWS),
            ),
            AmountPolicy::Whole === $hands->policies->amount,
            array_map(
                static fn (LongNote $note): array => ['measure' => $numbers[$note->position] ?? '', 'note' => $note],
                \array_slice(
                    LongNotes::find($hands->piece, $strokes, $hands->instrument(), $hands->second, $hands->policies->longNotes, $players),
                    0,
                    self::LONG_NOTES,
                ),
            ),
            $this->overridesOf($piece, $query, $hands),
            BowUse::hair($hands->instrument()),
        );
    }

    /** @return list<OverrideRow> what a teacher set of this instrument's notes */
    public function overridesOf(Piece $piece, HandsQuery $query, BothHands $hands): array
    {
        $numbers = MeasureNumbers::of($piece->score())->all();
        $positions = [];
        foreach ($hands->voices() as $voice) {
            foreach ($voice->fingering->notes as $note) {
                $positions[$note->id] = $note->position;
            }
        }
        $rows = [];
        foreach ($this->overrides->ofPiece($piece, $query->class) as $row) {
            $setting = $row->setting();
            if ($row->getInstrument() !== $hands->instrument()) {
                continue;
            }
            $rows[] = [
                'override' => $row,
                'measure' => $numbers[$positions[$setting->note] ?? -1] ?? '',
                'lost' => \in_array($setting, $hands->lost, false),
                'text' => OverrideKind::Amount === $setting->kind ? round(100 * (float) $setting->value).' %' : $setting->value,
            ];
        }

        return $rows;
    }

    /** @param list<string> $numbers */
    private static function run(array $numbers, int $from, int $last): string
    {
        $one = $numbers[$from] ?? '';
        $other = $numbers[$last] ?? '';

        return $one === $other ? $one : $one.'–'.$other;
    }
}
