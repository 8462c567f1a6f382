<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Pitch;

/**
 * The four strings with the fingers that some music puts on them, and those that its key has beside them: the pattern of each string,
 * what an open string can check, and which region of the staff lies on which string (handbook 3).
 */
final readonly class HandPicture
{
    private const OCTAVE = 12;
    private const UPPER_FINGERS = 4;
    /** Letters above the open string that first position has. */
    private const REACH = ['violin' => 4, 'viola' => 4, 'cello' => 3, 'bass' => 2];

    /** @param list<StringPicture> $strings the highest first */
    private function __construct(public Instrument $instrument, public array $strings, public int $semitones)
    {
    }

    /**
     * @param int               $from  first measure position
     * @param int               $to    measure position after the last
     * @param list<string>|null $known places that the class knows, as FingerMarks::place() names them; none where nothing is known of a
     *                                 class: then nothing is new
     */
    public static function of(Fingering $fingering, Instrument $instrument, Key $key, int $from, int $to, ?array $known = null): self
    {
        $open = OpenString::allOf($instrument);
        $used = array_fill(0, \count($open), []);
        foreach ($fingering->notes as $index => $note) {
            $choice = $fingering->choices[$index];
            if (null === $choice || $note->position < $from || $note->position >= $to || $note->tiedFrom) {
                continue;
            }
            foreach ($choice->stops() as $at => $stop) {
                $name = FingerMarks::place($fingering, $stop);
                $pitch = 0 === $at ? $note->pitch : $note->upper[$at - 1];
                $used[$stop->string][$name][] = [$stop, $pitch];
            }
        }
        $strings = [];
        $semitones = self::OCTAVE - 5;
        foreach ($open as $index => $string) {
            $spots = [];
            foreach ($used[$index] as $name => $times) {
                [$stop, $pitch] = $times[0];
                $spots[] = self::spot(
                    $stop,
                    $pitch,
                    \count($times),
                    $fingering->hands[$stop->hand]->position,
                    null !== $known && !$stop->isOpen() && !\in_array($name, $known, true),
                    $open,
                );
            }
            $strings[] = $picture = self::string($instrument, $string, $open[$index - 1] ?? null, $spots, $key, $open);
            $semitones = max($semitones, ...[0, ...array_column($picture->spots, 'semitones')]);
        }

        return new self($instrument, $strings, $semitones);
    }

    /**
     * @param list<FingerPlace> $spots
     * @param list<OpenString>  $open
     */
    private static function string(
        Instrument $instrument,
        OpenString $string,
        ?OpenString $next,
        array $spots,
        Key $key,
        array $open,
    ): StringPicture {
        if (Instrument::Violin === $instrument || Instrument::Viola === $instrument) {
            $spots = self::withKey($instrument, $string, $spots, $key, $open);
        }
        usort(
            $spots,
            static fn (FingerPlace $a, FingerPlace $b): int => $a->semitones <=> $b->semitones ?: $a->finger <=> $b->finger,
        );
        [$touch, $pattern] = self::touching($spots);
        $top = null === $next ? $string->pitch->diatonic() + (self::REACH[$instrument->value] ?? 4) : $next->pitch->diatonic() - 1;
        $highest = Pitch::fromDiatonic($top, 0);

        return new StringPicture($string->letter, $spots, $touch, $pattern, $string->pitch->name(), $highest->name());
    }

    /**
     * Adds the places of the key for fingers that the music leaves out.
     *
     * @param list<FingerPlace> $spots
     * @param list<OpenString>  $open
     *
     * @return list<FingerPlace>
     */
    private static function withKey(Instrument $instrument, OpenString $string, array $spots, Key $key, array $open): array
    {
        for ($finger = 1; $finger <= self::UPPER_FINGERS; ++$finger) {
            if (\in_array($finger, array_column($spots, 'finger'), true)) {
                continue;
            }
            $pitch = FirstPosition::pitch($instrument, $string, $finger, null, $key);
            $semitones = $pitch->midi() - $string->pitch->midi();
            foreach (HandFrames::allOf($instrument, [])[0]->fingers[$finger] as [$above, $placement]) {
                if ($above === $semitones) {
                    $spots[] = self::spot(
                        new Candidate((int) array_search($string, $open, true), $finger, $placement, $semitones, 0),
                        $pitch,
                        0,
                        'I',
                        false,
                        $open,
                    );
                }
            }
        }

        return $spots;
    }

    /** @param list<OpenString> $open */
    private static function spot(Candidate $stop, Pitch $pitch, int $times, string $position, bool $new, array $open): FingerPlace
    {
        $check = null;
        $against = '';
        foreach ($stop->isOpen() ? [] : $open as $string) {
            $apart = abs($pitch->midi() - $string->pitch->midi());
            if ((0 === $apart || self::OCTAVE === $apart) && (null === $check || $apart < $check)) {
                $check = $apart;
                $against = $string->letter;
            }
        }

        return new FingerPlace(
            $stop->finger,
            $stop->placement,
            $stop->semitones,
            $pitch->letterName(),
            $times,
            $position,
            $new,
            $check,
            $against,
        );
    }

    /**
     * @param list<FingerPlace> $spots by place
     *
     * @return array{list<array{int, int}>, string}
     */
    private static function touching(array $spots): array
    {
        $touch = $names = [];
        foreach ($spots as $spot) {
            if (1 === $spot->semitones && 0 !== $spot->finger) {
                $touch[] = [0, 1];
                $names[] = 'nut–'.$spot->finger;
            }
            foreach ($spots as $next) {
                if (
                    0 !== $spot->finger
                    && $next->finger === $spot->finger + 1
                    && $next->semitones === $spot->semitones + 1
                    && $next->position === $spot->position
                ) {
                    $touch[] = [$spot->semitones, $next->semitones];
                    $names[] = $spot->finger.'–'.$next->finger;
                }
            }
        }

        return [$touch, implode(' ', array_unique($names))];
    }
}
