<?php

declare(strict_types=1);

namespace App\Report;

use App\Shared\Web\MusicWords;
use CoinStair\Core\Progress\SkillState;
use CoinStair\Core\Score\Instrument;
use Symfony\Contracts\Translation\TranslatorInterface;

/** A term report as rows of a table: first the pieces, then every skill with where each group stands. */
final readonly class TermTable
{
    public function __construct(private TranslatorInterface $translator, private MusicWords $words)
    {
    }

    /** @return list<list<string|int|float>> */
    public function rows(TermReport $report): array
    {
        $say = fn (string $text): string => $this->translator->trans($text);
        $rows = [
            [$say('Class'), $report->class->getName()],
            [$say('From'), $report->from->format('Y-m-d')],
            [$say('To'), $report->to->format('Y-m-d')],
            [$say('Lessons'), $report->lessons],
            [$say('Minutes'), (int) round($report->seconds / 60)],
            [],
            array_map($say, ['Piece', 'Book', 'Lessons', 'Minutes', 'Where it stands', 'Percent of the way', 'Goal', 'Whole at goal']),
        ];
        foreach ($report->pieces as $piece) {
            $rows[] = [
                $piece->title,
                $piece->book,
                $piece->lessons,
                (int) round($piece->seconds / 60),
                $this->words->notice($piece->reach->told()),
                (int) round(100 * $piece->reach->area()),
                $piece->reach->goal,
                $say($piece->isWhole() ? 'yes' : 'no'),
            ];
        }
        $rows[] = [];
        $rows[] = array_map($say, ['Family', 'Skill', 'Code', 'Group', 'State', 'Lessons', 'Last touched', 'Due']);
        foreach ($report->catalogue->skills as $skill) {
            foreach ($report->skills->instruments as $instrument) {
                if ($skill->appliesTo($instrument)) {
                    $state = $report->skills->of($instrument, $skill->code);
                    $rows[] = [
                        $say($skill->family->title()),
                        $this->translator->trans($skill->name, [], 'skills'),
                        $skill->code,
                        $this->group($instrument),
                        ...$this->state($state),
                    ];
                }
            }
        }

        return $rows;
    }

    private function group(Instrument $instrument): string
    {
        return $this->translator->trans('players.'.$instrument->value);
    }

    /** @return list<string|int> */
    private function state(SkillState $state): array
    {
        return [$this->translator->trans($state->state->title()), $state->lessons, $state->last ?? '', $state->due ?? ''];
    }
}
