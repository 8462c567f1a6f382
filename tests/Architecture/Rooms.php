<?php

declare(strict_types=1);

namespace CoinStair\Architecture;

/**
 * Which room may know which: the one table that the architecture test and tools/rooms read. A room that is not named here may know
 * nothing, and a folder that is no room of this table is refused; so a new room is closed until somebody opens it on purpose.
 */
final class Rooms
{
    private const CORE = 'CoinStair\Core\\';

    /** What each room of core/ may know beside itself. */
    private const OF_CORE = [
        'Score' => [],
        'Memory' => [],
        'Form' => ['Score'],
        'LeftHand' => ['Score'],
        'RightHand' => ['Score', 'Form'],
        'Hands' => ['Score', 'Form', 'LeftHand', 'RightHand'],
        'Chunk' => ['Score', 'Form'],
        'Stair' => ['Score'],
        'Standing' => ['Score', 'Chunk'],
        'Sound' => ['Score', 'Form', 'Chunk'],
        'Difficulty' => ['Score', 'Form', 'LeftHand', 'RightHand', 'Hands', 'Chunk'],
        'Method' => ['Score', 'Form', 'Chunk', 'Difficulty'],
        'Lesson' => ['Score', 'Hands', 'Chunk', 'Difficulty', 'Method', 'Stair', 'Standing'],
        'Practice' => ['Score', 'Form', 'Chunk', 'Difficulty', 'Method', 'Stair', 'Standing', 'Lesson'],
        'WarmUp' => ['Score', 'Form', 'LeftHand', 'Hands', 'Chunk', 'Difficulty', 'Method', 'Stair', 'Lesson', 'Practice', 'Skill'],
        'Sequence' => [
            'Score',
            'Memory',
            'Form',
            'LeftHand',
            'RightHand',
            'Hands',
            'Chunk',
            'Difficulty',
            'Method',
            'Stair',
            'Standing',
            'Lesson',
            'Practice',
            'WarmUp',
            'Skill',
            'Skill\Rule',
        ],
        'Log' => ['Score', 'Chunk', 'Method', 'Stair', 'Standing', 'Lesson'],
        'Skill' => ['Score', 'Form', 'LeftHand', 'Hands', 'Chunk', 'Difficulty', 'Lesson', 'Log', 'Skill\Rule'],
        'Skill\Rule' => ['Score', 'Form', 'LeftHand', 'RightHand', 'Hands', 'Chunk', 'Difficulty', 'Lesson'],
        'Progress' => ['Score', 'LeftHand', 'Difficulty', 'Standing', 'Log', 'Skill', 'Skill\Rule'],
        'Readiness' => ['Score', 'LeftHand', 'Hands', 'Standing', 'Lesson', 'Skill', 'Skill\Rule', 'Progress'],
        'Format' => ['Score', 'Sound', 'Format\Abc', 'Format\Midi', 'Format\MusicXml'],
        'Format\Abc' => ['Score', 'Format'],
        'Format\Json' => ['Score'],
        'Format\Midi' => ['Score', 'Sound', 'Format'],
        'Format\MusicXml' => ['Score', 'Format'],
        'Format\QuickEntry' => ['Score', 'LeftHand', 'Format', 'Format\Abc'],
        'Report' => [
            'Score',
            'Form',
            'LeftHand',
            'RightHand',
            'Hands',
            'Chunk',
            'Difficulty',
            'Method',
            'Stair',
            'Standing',
            'Lesson',
            'Sequence',
            'Skill',
            'Progress',
            'Readiness',
            'Format',
        ],
    ];

    /** Rooms of core/ whose classes know each other across the border: a dispatcher and the formats that it hands out. */
    private const TOGETHER = ['Format', 'Format\Abc', 'Format\Midi', 'Format\MusicXml', 'Format\Json', 'Format\QuickEntry'];

    /** What each room of src/ may know beside itself and core/. */
    private const OF_SRC = [
        'Shared\Entity' => [],
        'Shared\Tenancy' => ['Shared\Entity'],
        'Shared\Repository' => ['Shared\Entity', 'Shared\Tenancy'],
        'Shared\Work' => ['Shared\Entity', 'Shared\Tenancy'],
        'Shared\Reckoned' => ['Shared\Tenancy', 'Shared\Work'],
        'Shared\Looked' => ['Shared\Entity', 'Shared\Repository', 'Shared\Tenancy', 'Shared\Work'],
        'Shared\Facts' => ['Shared\Entity', 'Shared\Repository', 'Shared\Tenancy', 'Shared\Looked'],
        'Shared\Plans' => ['Shared\Entity', 'Shared\Repository', 'Shared\Looked', 'Shared\Facts'],
        'Shared\Cut' => ['Shared\Entity', 'Shared\Repository'],
        'Shared\Undo' => ['Shared\Entity'],
        'Shared\Shares' => ['Shared\Tenancy'],
        'Shared\Tables' => [],
        'Shared\Web' => ['Shared\Entity', 'Shared\Repository', 'Shared\Tenancy', 'Shared\Work'],
        'Account' => self::SHARED,
        'Account\Command' => [...self::SHARED, 'Account'],
        'Home' => self::SHARED,
        'PutAway' => [...self::SHARED, 'Lesson\Teach'],
        'Classroom' => self::SHARED,
        'Skill' => self::SHARED,
        'Report' => self::SHARED,
        'Work' => self::SHARED,
        'Lesson\Sheet' => self::SHARED,
        'Lesson\Sequence' => [...self::SHARED, 'Lesson\Sheet'],
        'Lesson\Teach' => [...self::SHARED, 'Lesson\Sheet', 'Lesson\Sequence'],
        'Lesson\TakeOut' => self::SHARED,
        'Library\Command' => self::SHARED,
        'Library\Entry' => [...self::SHARED, 'Library\Cut'],
        'Library\Hands' => self::SHARED,
        'Library\Cut' => [...self::SHARED, 'Library\Cut\Command'],
        'Library\Cut\Command' => self::SHARED,
        'Library\Piece' => [...self::SHARED, 'Library\Entry', 'Library\Hands', 'Library\Cut'],
        'Demo' => [...self::SHARED, 'Account', 'Library\Entry', 'Lesson\Sequence', 'Lesson\Teach'],
    ];

    private const SHARED = [
        'Shared\Entity',
        'Shared\Tenancy',
        'Shared\Repository',
        'Shared\Cut',
        'Shared\Undo',
        'Shared\Reckoned',
        'Shared\Looked',
        'Shared\Facts',
        'Shared\Plans',
        'Shared\Shares',
        'Shared\Work',
        'Shared\Web',
    ];

    /** @return array<string, list<string>> namespaces that each room may know beside itself, by the room's own */
    public static function all(): array
    {
        $core = array_map(static fn (string $room): string => self::CORE.$room, array_keys(self::OF_CORE));
        $rooms = [];
        foreach (self::OF_CORE as $room => $known) {
            $rooms[self::CORE.$room] = array_map(static fn (string $name): string => self::CORE.$name, $known);
        }
        foreach (self::OF_SRC as $room => $known) {
            $rooms['App\\'.$room] = [...array_map(static fn (string $name): string => 'App\\'.$name, $known), ...$core];
        }

        return $rooms;
    }

    /** The name under which a room is counted where circles are looked for: a dispatcher and what it hands out are one. */
    public static function oneFor(string $room): string
    {
        return match (true) {
            \in_array($room, array_map(static fn (string $name): string => self::CORE.$name, self::TOGETHER), true) => self::CORE.
                'Format',
            default => $room,
        };
    }
}
