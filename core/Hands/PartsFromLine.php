<?php

declare(strict_types=1);

namespace CoinStair\Core\Hands;

use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;

/**
 * Derives the parts of the four instruments from one line (handbook 2): viola as violin, cello an octave lower, bass two; phrase by phrase
 * in the octave that lies best for the hands of the class. Where no octave is within reach an eased part is offered.
 */
final readonly class PartsFromLine
{
    /**
     * @param list<Notice>         $notices phrases that were moved, notes that no octave brings into reach, eased parts on offer
     * @param list<PartDerivation> $beyond  of the parts that have notes out of reach
     */
    private function __construct(public Piece $piece, public array $notices, private array $beyond)
    {
    }

    /**
     * @param Piece             $piece       of which the first part is the line
     * @param list<Instrument>  $instruments for which parts are wanted; the line's own keeps its notes
     * @param HandPolicies|null $policies    of the class; those of a first year if none are given
     */
    public static function of(Piece $piece, array $instruments, ?HandPolicies $policies = null): self
    {
        $policies ??= HandPolicies::ofLevel(1);
        $line = $piece->parts[0];
        $from = Instrument::Other === $line->instrument ? Instrument::Violin : $line->instrument;
        $phrases = LinePhrases::of($piece, $line, $policies->level);
        $parts = $notices = $beyond = [];
        foreach ($instruments as $index => $instrument) {
            $id = 'P'.($index + 1);
            if ($instrument === $from) {
                $parts[] = PartDerivation::asWritten($piece, $line, $from, $policies, $phrases, $id)->part;
                continue;
            }
            $derivation = PartDerivation::of($piece, $line, $from, $instrument, $policies, $phrases, $id);
            $parts[] = $derivation->part;
            array_push($notices, ...$derivation->notices());
            if ($derivation->isBeyondReach()) {
                $beyond[] = $derivation;
                $notices[] = new Notice(0, 0, '{part}: an eased part is offered.', ['part' => Notice::word($instrument->name)]);
            }
        }

        return new self([] === $parts ? $piece : $piece->withParts($parts), $notices, $beyond);
    }

    /** @return list<EasedPart> that are offered */
    public function eased(): array
    {
        $eased = [];
        foreach ($this->beyond as $derivation) {
            $offer = $derivation->eased(self::newId($this->piece, \count($eased)));
            if (null !== $offer) {
                $eased[] = $offer;
            }
        }

        return $eased;
    }

    /**
     * Eased parts for the parts that a piece has; an instrument that has one already gets no other.
     *
     * @return list<EasedPart>
     */
    public static function easedFor(Piece $piece, HandPolicies $policies): array
    {
        $has = array_map(static fn (Part $part): string => $part->eased ? $part->instrument->value : '', $piece->parts);
        $eased = [];
        foreach ($piece->isOutline() ? [] : $piece->parts as $part) {
            $instrument = $part->instrument;
            if (Instrument::Other === $instrument || \in_array($instrument->value, $has, true)) {
                continue;
            }
            $phrases = LinePhrases::of($piece, $part, $policies->level);
            $asWritten = PartDerivation::asWritten($piece, $part, $instrument, $policies, $phrases, $part->id);
            $offer = $asWritten->eased(self::newId($piece, \count($eased)));
            if (null !== $offer) {
                $eased[] = $offer;
            }
        }

        return $eased;
    }

    /** The piece with the eased parts that are offered. */
    public function withEased(): Piece
    {
        return self::joined($this->piece, $this->eased());
    }

    /** @param list<EasedPart> $eased */
    public static function joined(Piece $piece, array $eased): Piece
    {
        return $piece->withParts([...$piece->parts, ...array_map(static fn (EasedPart $one): Part => $one->part, $eased)]);
    }

    private static function newId(Piece $piece, int $more): string
    {
        $numbers = array_map(static fn (Part $part): int => (int) preg_replace('/\D/', '', $part->id), $piece->parts);

        return 'P'.(max([0, ...$numbers]) + 1 + $more);
    }
}
