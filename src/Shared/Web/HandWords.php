<?php

declare(strict_types=1);

namespace App\Shared\Web;

use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\BowRibbon;
use CoinStair\Core\Hands\HandsOnScore;
use CoinStair\Core\Hands\RibbonStroke;
use CoinStair\Core\Hands\SpokenNote;
use CoinStair\Core\Hands\StartCard;
use CoinStair\Core\LeftHand\Candidate;
use CoinStair\Core\RightHand\BowZone;
use CoinStair\Core\Score\MeasureNumbers;
use Symfony\Contracts\Translation\TranslatorInterface;

/**
 * Fingers and bows in the program's words: what a screen reader reads, what is printed, what the browser draws.
 *
 * @phpstan-type Ribbon array{
 *     frog: string, tip: string,
 *     strokes: list<array{note: string, until: string|null, from: float, to: float, weight: int, lifted: bool, recovers: bool}>,
 * }
 */
final readonly class HandWords
{
    public function __construct(private TranslatorInterface $translator)
    {
    }

    /**
     * Each measure: "D string, open, 1, low 2", then its letters, then its bows with their places.
     *
     * @return list<array{number: string, notes: list<string>}>
     */
    public function lines(BothHands $hands, int $from, int $to): array
    {
        $numbers = MeasureNumbers::of($hands->piece)->all();
        $bows = [];
        foreach (BowRibbon::draw($hands, $from, $to) as $one) {
            $text = \sprintf(
                '%s %s – %s',
                $this->translator->trans('bow.'.$one->direction->value),
                $this->zone(BowZone::of($one->from)->value),
                $this->zone(BowZone::of($one->to)->value),
            );
            $bows[$one->position] = isset($bows[$one->position]) ? $bows[$one->position].', '.$text : $text;
        }
        $lines = [];
        foreach (HandsOnScore::spoken($hands, $from, $to) as $position => $notes) {
            $lines[] = [
                'number' => $numbers[$position] ?? '',
                'notes' => array_values(
                    array_filter(
                        [
                            $this->notes($notes),
                            implode(' ', array_map(static fn (SpokenNote $note): string => implode('+', $note->letters), $notes)),
                            isset($bows[$position]) ? $this->translator->trans('bows:').' '.$bows[$position] : '',
                        ],
                        static fn (string $text): bool => '' !== $text,
                    ),
                ),
            ];
        }

        return $lines;
    }

    /**
     * The notes of a measure: "D string, open, 1, low 2; A string, open".
     *
     * @param list<SpokenNote> $notes
     */
    private function notes(array $notes): string
    {
        $told = '';
        $string = null;
        foreach ($notes as $note) {
            $isNew = $note->string() !== $string;
            $words = $this->note($note);
            $told .= match (true) {
                null === $string => '',
                $isNew => '; ',
                default => ', ',
            };
            $told .= $isNew && '' !== $note->string()
                ? $this->translator->trans('%string% string, %finger%', ['%string%' => $note->string(), '%finger%' => $words])
                : $words;
            $string = $note->string();
        }

        return $told;
    }

    private function note(SpokenNote $note): string
    {
        $stops = [];
        foreach ($note->stops as $index => $stop) {
            $finger = $this->finger($stop);
            $stops[] = $note->strings[$index] === $note->string()
                ? $finger
                : $this->translator->trans('%finger% on %string%', ['%finger%' => $finger, '%string%' => $note->strings[$index]]);
        }
        $words = [] === $stops ? $this->translator->trans('out of reach') : implode(' + ', $stops);
        if ($note->isSet) {
            $words = $this->translator->trans('%finger% (set)', ['%finger%' => $words]);
        }

        return '' === $note->position
            ? $words
            : $this->translator->trans('%position% position: %finger%', ['%position%' => $note->position, '%finger%' => $words]);
    }

    /** A finger: "open", "low 2". */
    public function finger(Candidate $stop): string
    {
        return $stop->isOpen()
            ? $this->translator->trans('placement.open')
            : $this->translator->trans('placement.'.$stop->placement->value, ['%finger%' => (string) $stop->finger]);
    }

    /** All fingers of a note or chord, the lowest first. */
    public function fingers(?Candidate $choice): string
    {
        return implode(' + ', array_map($this->finger(...), $choice?->stops() ?? []));
    }

    /** "D string, 2 · up-bow from the tip · wait 2 beats. Set. Breathe." */
    public function card(StartCard $card): string
    {
        $parts = [
            $this->translator->trans('%string% string, %finger%', [
                '%string%' => $card->string,
                '%finger%' => $this->finger($card->choice),
            ]).
            ' ('.
            $card->letter.
            ')',
        ];
        if ('I' !== $card->position) {
            $parts[] = $this->translator->trans('position %position%', ['%position%' => $card->position]);
        }
        if ([] !== $card->beneath) {
            $parts[] = $this->translator->trans('set %fingers% along', ['%fingers%' => implode(', ', $card->beneath)]);
        }
        $parts[] =
            null === $card->direction
                ? $this->translator->trans('plucked')
                : $this->translator->trans($card->slurred ? 'goes on %direction%, %place%' : '%direction%, %place%', [
                    '%direction%' => $this->translator->trans('bow.'.$card->direction->value),
                    '%place%' => $this->zone($card->zone()->value),
                ]);
        if ('0' !== $card->wait) {
            $parts[] = $this->translator->trans('1' === $card->wait ? 'wait 1 beat' : 'wait %beats% beats', ['%beats%' => $card->wait]);
        }

        return implode(' · ', $parts);
    }

    /**
     * The bow ribbon as the browser draws it under the notes.
     *
     * @return Ribbon|null none if nothing is bowed
     */
    public function ribbon(BothHands $hands, int $from, int $to): ?array
    {
        $ribbon = BowRibbon::draw($hands, $from, $to);

        return [] === $ribbon
            ? null
            : [
                'frog' => $this->zone('frog'),
                'tip' => $this->zone('tip'),
                'strokes' => array_map(
                    static fn (RibbonStroke $one): array => [
                        'note' => $one->note,
                        'until' => $one->until,
                        'from' => $one->from,
                        'to' => $one->to,
                        'weight' => $one->weight(),
                        'lifted' => $one->lifted,
                        'recovers' => $one->recovers,
                    ],
                    $ribbon,
                ),
            ];
    }

    public function zone(string $zone): string
    {
        return $this->translator->trans('bow.'.$zone);
    }
}
