<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill\Rule;

use CoinStair\Core\Difficulty\MoveRow;
use CoinStair\Core\LeftHand\FingerMark;
use CoinStair\Core\LeftHand\Placement;
use CoinStair\Core\Lesson\Mode;
use CoinStair\Core\RightHand\Contact;
use CoinStair\Core\Score\Clef;

/** The building blocks of rules (handbook 7): each names one kind of fact of an analysed piece, and takes parameters. */
enum Block: string
{
    case Finger = 'finger';
    case Hand = 'hand';
    case Pattern = 'pattern';
    case Mark = 'mark';
    case Move = 'move';
    case Crossing = 'crossing';
    case Stroke = 'stroke';
    case Slur = 'slur';
    case Length = 'length';
    case Rhythm = 'rhythm';
    case Rest = 'rest';
    case Meter = 'meter';
    case Key = 'key';
    case Accidental = 'accidental';
    case Range = 'range';
    case Form = 'form';
    case Dynamic = 'dynamic';
    case Contact = 'contact';
    case Texture = 'texture';
    case Entry = 'entry';
    case DoubleStop = 'double-stop';
    case Mode = 'mode';

    public const POSITIONS = ['half', 'I', 'II', 'raised-II', 'II½', 'III', 'raised-III', 'III½', 'IV'];
    public const PATTERNS = ['nut-1', '1-2', '2-3', '3-4', 'apart', 'change'];
    public const STROKES = [
        'hook',
        'retake',
        'lift',
        'staccato',
        'accent',
        'whole',
        'half',
        'runs-out',
        'recover',
        'start',
        'upbeat',
        'uneven',
    ];
    public const FORMS = ['repeat', 'ending', 'jump', 'fermata', 'pickup', 'rehearsal-mark', 'tempo-word'];
    private const STRINGS = ['C', 'G', 'D', 'A', 'E'];
    private const VALUES = ['whole', 'half', 'quarter', 'eighth', 'sixteenth', 'thirty-second'];
    private const YES_NO = ['yes', 'no'];

    /** @return non-empty-list<Parameter> in the order in which they are written */
    public function parameters(): array
    {
        /** @var array<string, non-empty-list<Parameter>> $made a rule asks for them block by block */
        static $made = [];

        return $made[$this->value] ??= $this->make();
    }

    /** @return non-empty-list<Parameter> */
    private function make(): array
    {
        $optional = Parameter::optional(...);

        return match ($this) {
            self::Finger => [
                Parameter::word('string', self::STRINGS, true),
                Parameter::word('finger', ['0', '1', '2', '3', '4'], true),
                $optional('placement', array_column(Placement::cases(), 'value')),
                $optional('position', self::POSITIONS, 'I'),
                $optional('by', ['bow', 'pluck']),
            ],
            self::Hand => [Parameter::word('position', self::POSITIONS)],
            self::Pattern => [Parameter::word('string', self::STRINGS, true), Parameter::word('pattern', self::PATTERNS, true)],
            self::Mark => [Parameter::word('mark', self::marks())],
            self::Move => [
                Parameter::word('kind', array_column(MoveRow::ofHands(), 'value'), true),
                $optional('slur', self::YES_NO),
                Parameter::number('beats'),
            ],
            self::Crossing => [
                Parameter::number('distance'),
                $optional('slur', self::YES_NO),
                $optional('returns', self::YES_NO),
            ],
            self::Stroke => [Parameter::word('stroke', self::STROKES), $optional('direction', ['down', 'up'])],
            self::Slur => [Parameter::number('notes', '2+')],
            self::Length => [Parameter::number('beats', null)],
            self::Rhythm => [
                Parameter::word('value', self::VALUES, true),
                $optional('dotted', self::YES_NO),
                $optional('tied', self::YES_NO),
                $optional('tuplet', self::YES_NO),
                $optional('off-beat', self::YES_NO),
                $optional('across', self::YES_NO),
            ],
            self::Rest => [Parameter::word('value', ['measure', ...self::VALUES], true), Parameter::number('measures')],
            self::Meter => [Parameter::shaped('meter', '/^[1-9]\d?\/(1|2|4|8|16|32)$/D', '3/4')],
            self::Key => [Parameter::shaped('signature', '/^(none|change|[1-7]-(sharp|flat)s?)$/D', 'none, 1-sharp, 2-flats or change')],
            self::Accidental => [$optional('sign', ['sharp', 'flat', 'natural'])],
            self::Range => [
                Parameter::word('clef', array_column(Clef::cases(), 'value')),
                Parameter::shaped('from', '/^[A-G][1-7]$/D', 'a written note such as D4'),
                Parameter::shaped('to', '/^[A-G][1-7]$/D', 'a written note such as A4'),
            ],
            self::Form => [Parameter::word('sign', self::FORMS)],
            self::Dynamic => [Parameter::word('dynamic', ['soft', 'medium', 'loud', 'louder', 'softer'])],
            self::Contact => [Parameter::word('place', array_column(Contact::cases(), 'value'))],
            self::Texture => [Parameter::word('texture', ['unison', 'own-part', 'two-parts', 'tune'])],
            self::Entry => [Parameter::number('measures', '1+')],
            self::DoubleStop => [Parameter::word('kind', ['open', 'one-finger', 'two-fingers', 'divisi'], true)],
            self::Mode => [Parameter::word('mode', array_column(Mode::cases(), 'value'))],
        };
    }

    /** The bow does it: there is none of it where the notes are plucked. */
    public function isOfTheBow(): bool
    {
        return \in_array($this, [self::Crossing, self::Stroke, self::Slur, self::Length, self::Contact], true);
    }

    /** The left hand does it: there is none of it where the bow plays the line on open strings alone. */
    public function isOfTheLeftHand(): bool
    {
        return \in_array(
            $this,
            [self::Finger, self::Hand, self::Pattern, self::Mark, self::Move, self::Accidental, self::DoubleStop],
            true,
        );
    }

    /** An example of it, for people who write rules. */
    public function example(): string
    {
        return match ($this) {
            self::Finger => 'finger(A, 2, low)',
            self::Hand => 'hand(III)',
            self::Pattern => 'pattern(D, 2-3)',
            self::Mark => 'mark(keep-down)',
            self::Move => 'move(hop, beats: <1)',
            self::Crossing => 'crossing(1, slur: yes)',
            self::Stroke => 'stroke(start, up)',
            self::Slur => 'slur(4+)',
            self::Length => 'length(3+)',
            self::Rhythm => 'rhythm(quarter, dotted: yes)',
            self::Rest => 'rest(measure, 2+)',
            self::Meter => 'meter(6/8)',
            self::Key => 'key(1-sharp)',
            self::Accidental => 'accidental(natural)',
            self::Range => 'range(treble, E5, B5)',
            self::Form => 'form(ending)',
            self::Dynamic => 'dynamic(louder)',
            self::Contact => 'contact(near-bridge)',
            self::Texture => 'texture(own-part)',
            self::Entry => 'entry(2+)',
            self::DoubleStop => 'double-stop(open)',
            self::Mode => 'mode(memory)',
        };
    }

    /** @return list<string> marks that tell of the hand, not of who set a finger */
    private static function marks(): array
    {
        return array_values(
            array_diff(
                array_column(FingerMark::cases(), 'value'),
                array_column([FingerMark::New, FingerMark::Printed, FingerMark::Override, FingerMark::OutOfReach], 'value'),
            ),
        );
    }
}
