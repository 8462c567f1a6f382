<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

use CoinStair\Core\Score\Pitch;

/** A warm-up made from a piece: its kind, and what of the piece it is about. What is played of it is made anew from the piece. */
final readonly class WarmUp
{
    /**
     * @param string $about strings by their letters, lowest first, for open strings, hand and check ("D", "DA"); a place on the fingerboard
     *                      for what is new; the position of a measure for first note and stroke; empty for the scale
     */
    private function __construct(public WarmUpKind $kind, public string $about)
    {
    }

    public static function of(WarmUpKind $kind, string $about = ''): self
    {
        return new self($kind, $about);
    }

    /**
     * As code() told it.
     *
     * @return self|null none if nobody makes such a one
     */
    public static function parse(string $code): ?self
    {
        [$kind, $about] = explode(':', $code.':');
        $kind = WarmUpKind::tryFrom($kind);

        $asked = match ($kind) {
            WarmUpKind::NewPlace, WarmUpKind::Check => '/^[A-G](b{0,2}|#{0,2})[1-7]$/D',
            WarmUpKind::OpenStrings => '/^[CGDAE]{2}$/D',
            WarmUpKind::Hand => '/^[CGDAE]$/D',
            WarmUpKind::FirstNote, WarmUpKind::Stroke => '/^\d{1,4}$/D',
            default => '/^$/D',
        };

        return null === $kind || 1 !== preg_match($asked, $about) ? null : new self($kind, $about);
    }

    /** What it is about as people read it: strings, or the letter of a new place; empty where the kind says all. */
    public function told(): string
    {
        return match ($this->kind) {
            WarmUpKind::NewPlace, WarmUpKind::Check => Pitch::parse($this->about)->letterName(),
            WarmUpKind::FirstNote, WarmUpKind::Stroke, WarmUpKind::Scale => '',
            WarmUpKind::OpenStrings => implode('–', str_split($this->about)),
            WarmUpKind::Hand => $this->about,
        };
    }

    /** In words: "open strings D–A". */
    public function title(): string
    {
        return trim($this->kind->title().' '.$this->told());
    }

    /** "hand:D". */
    public function code(): string
    {
        return $this->kind->value.('' === $this->about ? '' : ':'.$this->about);
    }
}
