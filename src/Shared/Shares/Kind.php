<?php

declare(strict_types=1);

namespace App\Shared\Shares;

use Symfony\Component\HttpFoundation\Request;

/** The kinds of work that share a server: each has processes of its own, so that none waits for another. */
enum Kind: string
{
    /** The log of a lesson: coins, and what other screens logged. */
    case Coins = 'coins';
    /** Every page that no other kind names. */
    case Pages = 'pages';
    /** Files that are read, and what is reckoned over a whole library or a whole term. */
    case Heavy = 'heavy';
    /** What costs a password hash. */
    case SignIn = 'sign-in';

    /** Names the kind to the application: set by the process manager for each of its pools. */
    public const POOL = 'COIN_STAIR_POOL';
    /** Of what is done in the background, where nobody waits; as a Share has it. */
    public const NICENESS_OF_BACKGROUND = 14;

    /**
     * The one place that says which address is of which kind: by the name of its route and the method. All others are pages.
     *
     * @var array<string, list<string>> by kind
     */
    private const ROUTES = [
        'coins' => ['GET lesson_log', 'POST lesson_log_add'],
        'heavy' => [
            'POST piece_new',
            'POST piece_newer',
            'POST piece_strings',
            'POST piece_rhythm',
            'POST piece_line_save',
            'POST entry_add',
            'POST outline_add',
            'POST book_index',
            'POST sequence_new',
            'POST sequence_row',
            'POST sequence_anew',
            'GET sequence_methods',
            'GET piece_four',
            'GET piece_methods',
            'GET piece_ready',
            'GET what_next',
            'GET quilt',
            'GET skill',
            'POST skill_try',
            'GET book',
            'GET term_report',
            'GET lesson_log_file',
        ],
        'sign-in' => ['POST sign_in', 'POST new_password', 'POST account_password', 'POST account_email'],
    ];

    public static function ofRoute(string $route, string $method): self
    {
        $asked = ('HEAD' === $method ? 'GET' : $method).' '.$route;
        foreach (self::ROUTES as $kind => $routes) {
            if (\in_array($asked, $routes, true)) {
                return self::from($kind);
            }
        }

        return self::Pages;
    }

    /** @return list<string> such as "GET quilt", of this kind; none of pages, which are all others */
    public function routes(): array
    {
        return self::ROUTES[$this->value] ?? [];
    }

    /** The kind that this process works on; none where nothing tells, as in tests. */
    public static function ofProcess(Request $request): ?self
    {
        $pool = $request->server->get(self::POOL);

        return \is_string($pool) ? self::tryFrom($pool) : null;
    }

    public function share(): Share
    {
        return match ($this) {
            self::Coins => new Share(
                workers: 3,
                queue: 300,
                seconds: 10,
                megabytes: 2,
                niceness: 0,
                ofClient: 200,
                byClient: Rate::perSecond(300, 300),
            ),
            self::Pages => new Share(
                workers: 6,
                queue: 300,
                seconds: 20,
                megabytes: 2,
                niceness: 5,
                ofClient: 200,
                ofProgram: 4,
            ),
            self::Heavy => new Share(
                workers: 8,
                queue: 40,
                seconds: 20,
                megabytes: 42,
                niceness: 10,
                leavesOne: true,
                ofClient: 24,
                ofProgram: 4,
                waiting: 2,
                isOnDemand: true,
                isReserved: true,
            ),
            self::SignIn => new Share(
                workers: 2,
                queue: 16,
                seconds: 10,
                megabytes: 1,
                niceness: 18,
                leavesOne: true,
                ofClient: 6,
                byClient: Rate::perMinute(20, 10),
                inAll: Rate::perSecond(4, 16),
            ),
        };
    }
}
