<?php

declare(strict_types=1);

namespace CoinStair\Bench;

/** Speaks to the running application over one kept connection, signed in. */
final class Browser
{
    private readonly \CurlHandle $connection;
    private string $token = '';

    /** @param non-empty-string $base such as http://127.0.0.1:8080 */
    public function __construct(private readonly string $base)
    {
        $this->connection = curl_init();
        curl_setopt_array($this->connection, [
            \CURLOPT_RETURNTRANSFER => true,
            \CURLOPT_COOKIEFILE => '',
            \CURLOPT_ENCODING => '',
            \CURLOPT_HTTPHEADER => ['Origin: '.$base],
        ]);
    }

    public function signIn(string $email, string $password): void
    {
        $this->get('/sign-in');
        $this->post('/sign-in', ['email' => $email, 'password' => $password]);
        $this->get('/blank');
    }

    /** @throws \RuntimeException if the answer is no success */
    public function get(string $address): string
    {
        curl_setopt($this->connection, \CURLOPT_HTTPGET, true);
        $page = $this->send($address, 200);
        if (1 === preg_match('/name="(?:csrf-token" content|_token" value)="([^"]+)"/', $page, $match)) {
            $this->token = $match[1];
        }

        return $page;
    }

    /** @param array<string, string> $fields */
    public function post(string $address, array $fields): void
    {
        curl_setopt($this->connection, \CURLOPT_POSTFIELDS, http_build_query($fields + ['_token' => $this->token]));
        $this->send($address, 302, 303);
    }

    /** The first address on a page that fits a pattern. */
    public function find(string $address, string $pattern): string
    {
        // White space beside a tag is the template's own matter.
        $page = (string) preg_replace('/\s*([<>])\s*/', '$1', $this->get($address));
        if (1 !== preg_match($pattern, $page, $match)) {
            throw new \RuntimeException("Nothing on $address fits $pattern.");
        }

        return $match[1] ?? $match[0];
    }

    private function send(string $address, int ...$expected): string
    {
        curl_setopt($this->connection, \CURLOPT_URL, $this->base.$address);
        $answer = curl_exec($this->connection);
        $status = curl_getinfo($this->connection, \CURLINFO_RESPONSE_CODE);
        if (!\is_string($answer) || !\in_array($status, $expected, true)) {
            throw new \RuntimeException("$address answered $status.");
        }

        return $answer;
    }
}
