<?php

declare(strict_types=1);

// The one function of PHP 8.5 that the framework calls; PHP 8.2 has no polyfill package for it here.
if (!function_exists('get_error_handler')) {
    function get_error_handler(): ?callable
    {
        $handler = set_error_handler(static fn (): bool => false);
        restore_error_handler();

        return $handler;
    }
}
