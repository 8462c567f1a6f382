<?php

declare(strict_types=1);

use CoinStair\Core\Skill\Catalogue;

// Names of skills in UK words, as the catalogue has them.
$names = [];
foreach (Catalogue::shipped()->skills as $skill) {
    $names[$skill->name] = $skill->british;
}

return $names;
