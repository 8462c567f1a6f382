<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/** One thing that a teacher set of one note of an instrument's part. */
final readonly class HandEdit
{
    private function __construct(public string $note, public string $pitch, public HandEditKind $kind, public string $value)
    {
    }

    /**
     * @param string $note  id of the event
     * @param string $pitch of its lowest note when it was set ("F#4"): if the score changes under it, the edit does not follow to another note
     * @param string $value a string's letter, a finger 0–4, "down" or "up", a share of the bow from 0.0625 to 1
     *
     * @throws \InvalidArgumentException for a value that its kind does not have
     */
    public static function of(string $note, string $pitch, HandEditKind $kind, string $value): self
    {
        Pitch::parse($pitch);
        $known = match ($kind) {
            HandEditKind::String => \in_array($value, Marks::STRINGS, true),
            HandEditKind::Finger => 1 === preg_match('/^[0-4]$/', $value),
            HandEditKind::Direction => 'down' === $value || 'up' === $value,
            HandEditKind::Amount => is_numeric($value) && (float) $value >= 1 / 16 && (float) $value <= 1,
        };
        if ('' === $note || !$known) {
            throw new \InvalidArgumentException(\sprintf('"%s" cannot be set as the %s of a note.', $value, $kind->value));
        }

        return new self($note, $pitch, $kind, $value);
    }

    /** The edit belongs to the left hand: string or finger. */
    public function isOfLeftHand(): bool
    {
        return HandEditKind::String === $this->kind || HandEditKind::Finger === $this->kind;
    }
}
