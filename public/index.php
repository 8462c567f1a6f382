<?php

declare(strict_types=1);

use App\Kernel;
use App\Shared\Web\NoRoom;
use App\Shared\Web\PartAway;
use Symfony\Component\HttpFoundation\Request;

require dirname(__DIR__).'/vendor/autoload.php';
(require dirname(__DIR__).'/config/settings.php')();

$kernel = new Kernel($_SERVER['APP_ENV'], 'dev' === $_SERVER['APP_ENV']);
$request = Request::createFromGlobals();
try {
    $response = $kernel->handle($request);
    $response->send();
    $kernel->terminate($request, $response);
} catch (Throwable $thrown) {
    // What failed even while an answer to a failure was made. The web server shows its own page for both.
    error_log(sprintf('%s at %s:%d', $thrown->getMessage(), $thrown->getFile(), $thrown->getLine()));
    if (!headers_sent()) {
        http_response_code(NoRoom::isFull($thrown) ? NoRoom::STATUS : (PartAway::isAway($thrown) ? 503 : 500));
    }
}
