<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use CoinStair\Core\Form\Reading;
use CoinStair\Core\Form\TempoProposal;
use CoinStair\Core\Form\Unfolding;
use CoinStair\Core\Format\Json\PieceDocument;
use CoinStair\Core\Format\ReadResult;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece as Score;
use CoinStair\Core\Score\Refusal;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Validator\Constraints as Assert;

/**
 * A piece of the library: what lists show as columns, the score itself as one document.
 *
 * @phpstan-import-type Stored from Notice as StoredNotice
 */
#[ORM\Entity]
#[ORM\Index(columns: ['program_id', 'title'])]
#[ORM\Index(name: 'LIBRARY_FILTERS', columns: ['program_id', 'put_away_at', 'book', 'key_name', 'key_mode', 'meter'])]
class Piece implements CanBePutAway
{
    use ProgramRow;
    use PutsAway;

    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    #[ORM\Column(length: 200)]
    #[Assert\NotBlank, Assert\Length(max: 200)]
    private string $title;

    #[ORM\Column(length: 200)]
    #[Assert\Length(max: 200)]
    private string $composer;

    #[ORM\Column(length: 120)]
    #[Assert\Length(max: 120)]
    private string $book = '';

    #[ORM\Column(length: 20)]
    #[Assert\Length(max: 20)]
    private string $numberInBook = '';

    /** Beats a minute. */
    #[ORM\Column(type: Types::SMALLINT)]
    #[Assert\Range(min: 30, max: 240)]
    private int $goalTempo;

    #[ORM\Column(type: Types::SMALLINT)]
    private int $measures;

    #[ORM\Column(type: Types::SMALLINT)]
    private int $parts;

    #[ORM\Column(length: 20)]
    private string $meter;

    #[ORM\Column(length: 30)]
    private string $keyName;

    #[ORM\Column(length: 12)]
    private string $keyMode;

    /** Beats in the printed reading. */
    #[ORM\Column]
    private float $beats;

    #[ORM\Column(type: Types::TEXT, length: 16_777_215)]
    private string $score;

    /** MD5 of the score's document: what is reckoned from it lies under this. */
    #[ORM\Column(length: 32, options: ['fixed' => true])]
    private string $scoreHash;

    /** @var list<StoredNotice> */
    #[ORM\Column]
    private array $notices;

    /** The class goes by the numbers that the book prints. */
    #[ORM\Column(options: ['default' => false])]
    private bool $usesPrinted = false;

    #[ORM\Column]
    private \DateTimeImmutable $addedAt;

    #[ORM\Version, ORM\Column(type: 'integer')]
    private int $version = 1;

    /** Of its cut: raised by what owns the cut, which writes it itself, so that other forms of the piece are not older for it. */
    #[ORM\Column(options: ['default' => 1], updatable: false)]
    private int $cutVersion = 1;

    private ?Score $decoded = null;

    public function __construct(ReadResult $read, \DateTimeImmutable $addedAt)
    {
        $score = $read->piece;
        $this->title = '' === $score->title ? '?' : $score->title;
        $this->composer = $score->composer;
        $proposal = null === $score->goalTempo ? TempoProposal::of($score) : null;
        $this->goalTempo = max(30, min(240, $proposal->tempo ?? (int) $score->goalTempo));
        $this->take($score, null === $proposal ? $read->notices : [...$read->notices, $proposal->reason]);
        $this->addedAt = $addedAt;
    }

    /**
     * Another form of the same piece: as many measures of the same lengths, so that its chunks stay.
     *
     * @param list<Notice> $notices what is to be said of it beside its road map
     *
     * @throws Refusal if the measures differ
     */
    public function rewrite(Score $score, array $notices): void
    {
        if (array_column($score->measures, 'length') !== array_column($this->score()->measures, 'length')) {
            throw Refusal::because('The measures of a piece keep their lengths.');
        }
        $this->take($score, $notices);
    }

    /**
     * A newer state of the piece, also with other measures: who calls it moves the chunks. Title and tempo stay as the teacher has them.
     *
     * @param list<Notice> $notices
     */
    public function renew(Score $score, array $notices): void
    {
        $this->take($score, $notices);
    }

    /** @param list<Notice> $notices */
    private function take(Score $score, array $notices): void
    {
        $first = $score->measures[0];
        $this->measures = \count($score->measures);
        $this->parts = \count($score->parts);
        $this->meter = $first->meter->name();
        $this->keyName = $first->key->tonic();
        $this->keyMode = $first->key->mode;
        $order = Unfolding::unfold($score, Reading::Printed);
        $this->beats = $order->ticks($score) / $score->beatTicks;
        $this->score = PieceDocument::encode($score);
        $this->scoreHash = md5($this->score);
        $this->notices = array_values(
            array_unique(
                array_map(
                    static fn (Notice $notice): array => $notice->stored(),
                    [...$notices, ...$order->notices],
                ),
                \SORT_REGULAR,
            ),
        );
        $this->decoded = $score;
    }

    public function getId(): ?int
    {
        return $this->id;
    }

    public function score(): Score
    {
        return $this->decoded ??= PieceDocument::decode($this->score);
    }

    public function getScoreHash(): string
    {
        return $this->scoreHash;
    }

    public function getTitle(): string
    {
        return $this->title;
    }

    public function setTitle(?string $title): void
    {
        $this->title = (string) $title;
    }

    public function getComposer(): string
    {
        return $this->composer;
    }

    public function setComposer(?string $composer): void
    {
        $this->composer = (string) $composer;
    }

    public function getBook(): string
    {
        return $this->book;
    }

    public function setBook(?string $book): void
    {
        $this->book = (string) $book;
    }

    public function getNumberInBook(): string
    {
        return $this->numberInBook;
    }

    public function setNumberInBook(?string $number): void
    {
        $this->numberInBook = (string) $number;
    }

    public function getGoalTempo(): int
    {
        return $this->goalTempo;
    }

    public function setGoalTempo(?int $tempo): void
    {
        $this->goalTempo = (int) $tempo;
    }

    public function getBeatTicks(): int
    {
        return $this->score()->beatTicks;
    }

    public function setBeatTicks(?int $ticks): void
    {
        if (null !== $ticks && $ticks > 0 && $ticks !== $this->score()->beatTicks) {
            $this->take($this->score()->withBeat($ticks), $this->getNotices());
        }
    }

    public function getMeasures(): int
    {
        return $this->measures;
    }

    public function getParts(): int
    {
        return $this->parts;
    }

    public function getMeter(): string
    {
        return $this->meter;
    }

    public function getKeyName(): string
    {
        return $this->keyName;
    }

    public function getKeyMode(): string
    {
        return $this->keyMode;
    }

    /** Seconds of the printed reading at the goal tempo. */
    public function seconds(): float
    {
        return ($this->beats * 60) / $this->goalTempo;
    }

    /** @return list<Notice> */
    public function getNotices(): array
    {
        return array_map(Notice::parse(...), $this->notices);
    }

    public function usesPrinted(): bool
    {
        return $this->usesPrinted;
    }

    public function usePrinted(bool $usesPrinted): void
    {
        $this->usesPrinted = $usesPrinted;
    }

    public function getAddedAt(): \DateTimeImmutable
    {
        return $this->addedAt;
    }

    public function getVersion(): int
    {
        return $this->version;
    }

    public function getCutVersion(): int
    {
        return $this->cutVersion;
    }

    /** By what owns the cut. */
    public function cutWasChanged(): void
    {
        ++$this->cutVersion;
    }
}
