<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/** One thing that a teacher set of one note of an instrument's part. */
final readonly class Override
{
    private function __construct(public string $note, public string $pitch, public OverrideKind $kind, public string $value)
    {
    }

    /**
     * @param string $note  id of the event
     * @param string $pitch of its lowest note when it was set ("F#4"): if the score changes under it, the override does not follow to
     *                      another note
     * @param string $value a string's letter, a finger 0–4, "down" or "up", a share of the bow from 0.0625 to 1
     *
     * @throws Refusal for a value that its kind does not have
     */
    public static function of(string $note, string $pitch, OverrideKind $kind, string $value): self
    {
        Pitch::parse($pitch);
        $known = match ($kind) {
            OverrideKind::String => \in_array($value, Marks::STRINGS, true),
            OverrideKind::Finger => 1 === preg_match('/^[0-4]$/', $value),
            OverrideKind::Direction => 'down' === $value || 'up' === $value,
            OverrideKind::Amount => is_numeric($value) && (float) $value >= 1 / 16 && (float) $value <= 1,
        };
        if ('' === $note || !$known) {
            throw Refusal::because('"{value}" cannot be set as the {kind} of a note.', [
                'value' => $value,
                'kind' => Notice::word($kind->value),
            ]);
        }

        return new self($note, $pitch, $kind, $value);
    }

    /** It belongs to the left hand: string or finger. */
    public function isOfLeftHand(): bool
    {
        return OverrideKind::String === $this->kind || OverrideKind::Finger === $this->kind;
    }

    /**
     * What tells overrides apart.
     *
     * @param list<self> $overrides
     *
     * @return list<array{string, string, string, string}>
     */
    public static function told(array $overrides): array
    {
        return array_map(static fn (self $one): array => [$one->note, $one->pitch, $one->kind->value, $one->value], $overrides);
    }
}
