<?php

declare(strict_types=1);

namespace App\Shared\Shares;

use Symfony\Component\Routing\Route;
use Symfony\Component\Routing\RouterInterface;

/**
 * The shares in the words of the process manager (php-fpm) and of the web server (nginx): pools, limits, and which address goes where.
 * bin/lib/configuration.sh has what does not hang on them.
 */
final readonly class ServerConfiguration
{
    /** Pages of the web server's own, which need nothing that may be away. */
    private const PROBLEMS = [
        'error_page 413 /build/too-large.html;',
        'error_page 500 /build/broken.html;',
        'error_page 507 /build/full.html;',
        'error_page 502 503 504 =503 /build/away.html;',
    ];
    /** Seconds after which something is tried again, by the page that says so. */
    private const AGAIN = ['busy' => 5, 'busy-sign-in' => 30, 'away' => 5];

    public function __construct(private RouterInterface $router)
    {
    }

    /**
     * A pool for each kind, for the file of php-fpm.
     *
     * @param string $run      folder of the sockets
     * @param string $settings lines that all pools have
     */
    public function pools(string $run, string $settings): string
    {
        $pools = '';
        foreach (Kind::cases() as $kind) {
            $share = $kind->share();
            $manager = $share->isOnDemand
                ? "pm = ondemand\npm.process_idle_timeout = 60s"
                : 'pm = static';
            $pools .= <<<CONF
                [{$kind->value}]
                listen = $run/{$kind->value}.sock
                listen.mode = 0600
                ; Who waits for a free worker waits here.
                listen.backlog = {$share->queue}
                $manager
                pm.max_children = {$share->workers}
                pm.max_requests = 2000
                ; Reckoning ends by itself; what hangs is ended.
                php_admin_value[max_execution_time] = {$share->seconds}
                request_terminate_timeout = {$this->hung($share)}s
                env[{$this->pool()}] = {$kind->value}
                $settings

                CONF;
        }

        return $pools;
    }

    /** For the http block of nginx: where limits are counted, and which address is of which kind. */
    public function zones(): string
    {
        $lines = [];
        foreach (Kind::cases() as $kind) {
            $zone = $this->zone($kind);
            $share = $kind->share();
            $lines[] = "limit_conn_zone \$server_name zone={$zone}_all:1m;";
            $lines[] = "limit_conn_zone \$binary_remote_addr zone={$zone}_client:4m;";
            if (null !== $share->byClient) {
                $lines[] = "limit_req_zone \$binary_remote_addr zone={$zone}_rate:8m rate={$share->byClient->written()};";
            }
            if (null !== $share->inAll) {
                $lines[] = "limit_req_zone \$server_name zone={$zone}_rate_all:1m rate={$share->inAll->written()};";
            }
        }
        $largest = max(array_map(static fn (Kind $kind): int => $kind->share()->megabytes, Kind::cases()));
        $lines[] = "client_max_body_size {$largest}m;";
        $lines[] = 'map "$request_method $uri" $kind {';
        $lines[] = '    default '.Kind::Pages->value.';';
        // All routes in the order of the router, since the first that fits is taken there too.
        foreach ($this->router->getRouteCollection()->all() as $name => $route) {
            $methods = [];
            foreach ($route->getMethods() as $method) {
                $methods[Kind::ofRoute($name, $method)->value][] = $method;
            }
            foreach ($methods as $kind => $of) {
                $lines[] = '    "~'.self::address($route, $of).'" '.$kind.';';
            }
        }
        $lines[] = '}';

        return implode("\n", $lines)."\n";
    }

    /**
     * For the server block of nginx: how each kind is handed to its pool. The address itself is looked at once, decoded as the application
     * decodes it, before it is handed on under the name of its kind.
     *
     * @param string $run         folder of the sockets
     * @param string $application file with what is told to the application
     * @param string $headers     file with the headers of the server's own pages
     */
    public function locations(string $run, string $application, string $headers): string
    {
        $locations = implode("\n", [
            'error_page 429 /build/busy.html;',
            ...self::PROBLEMS,
            'location / { try_files $uri /kind/$kind$is_args$args; }',
            '',
        ]);
        foreach (Kind::cases() as $kind) {
            $share = $kind->share();
            $zone = $this->zone($kind);
            $most = $share->workers + $share->queue;
            $lines = [
                'internal;',
                "limit_conn {$zone}_client {$share->ofClient};",
                "limit_conn {$zone}_all $most;",
            ];
            if (null !== $share->byClient) {
                $lines[] = "limit_req zone={$zone}_rate burst={$share->byClient->atOnce} nodelay;";
            }
            if (null !== $share->inAll) {
                $lines[] = "limit_req zone={$zone}_rate_all burst={$share->inAll->atOnce} nodelay;";
            }
            $lines[] = "client_max_body_size {$share->megabytes}m;";
            if (Kind::Coins === $kind) {
                // What a screen sends needs no file on its way, also when there is no room for one.
                $lines[] = 'client_body_buffer_size 1m;';
            }
            $busy = Kind::SignIn === $kind ? 'busy-sign-in' : 'busy';
            $lines[] = "error_page 429 /build/$busy.html;";
            array_push($lines, ...self::PROBLEMS);
            if (Kind::SignIn === $kind) {
                // Whether somebody still waits is asked over the line on which errors are told (StillThere): not each of them is one.
                $lines[] = 'error_log stderr crit;';
            }
            $lines[] = "fastcgi_read_timeout {$this->hung($share)}s;";
            $lines[] = "fastcgi_pass unix:$run/{$kind->value}.sock;";
            $lines[] = "include $application;";
            $locations .= "location = /kind/{$kind->value} {\n    ".implode("\n    ", $lines)."\n}\n";
        }
        foreach (['broken', 'full', 'too-large', ...array_keys(self::AGAIN)] as $page) {
            $again = isset(self::AGAIN[$page]) ? 'add_header Retry-After '.self::AGAIN[$page]." always;\n    " : '';
            // A failure says under which number the log tells of it.
            $number = 'broken' === $page ? "ssi on;\n    add_header X-Request-Id \$request_id always;\n    " : '';
            $locations .= "location = /build/$page.html {\n    internal;\n    {$again}{$number}include $headers;\n}\n";
        }

        return $locations;
    }

    /**
     * An expression that fits the decoded address of a route and some methods, and no others.
     *
     * @param list<string> $methods
     */
    private static function address(Route $route, array $methods): string
    {
        if (\in_array('GET', $methods, true)) {
            $methods[] = 'HEAD';
        }

        return '^(?:'.implode('|', $methods).') '.self::expression($route);
    }

    /** As the router compiled it, without what another engine does not know. */
    private static function expression(Route $route): string
    {
        $compiled = $route->compile()->getRegex();
        if (1 !== preg_match('/^\{\^(.*)\$\}sDu$/D', $compiled, $found)) {
            throw new \LogicException("The router compiles in another way: $compiled");
        }

        return (string) preg_replace('/\(\?P<\w+>/', '(?:', $found[1]).'\z';
    }

    private function zone(Kind $kind): string
    {
        return str_replace('-', '_', $kind->value);
    }

    /** Seconds by the clock after which a request hangs. */
    private function hung(Share $share): int
    {
        return 2 * $share->seconds + 5;
    }

    private function pool(): string
    {
        return Kind::POOL;
    }
}
