<?php

declare(strict_types=1);

use App\Kernel;
use Symfony\Component\HttpFoundation\Request;

require dirname(__DIR__).'/vendor/autoload.php';
(require dirname(__DIR__).'/config/settings.php')();

$kernel = new Kernel($_SERVER['APP_ENV'], 'dev' === $_SERVER['APP_ENV']);
$request = Request::createFromGlobals();
$response = $kernel->handle($request);
$response->send();
$kernel->terminate($request, $response);
