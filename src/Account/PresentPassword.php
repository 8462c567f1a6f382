<?php

declare(strict_types=1);

namespace App\Account;

use Symfony\Component\Validator\Constraint;

/** The password that whoever is signed in has now, tried as often as at signing in and no more. */
final class PresentPassword extends Constraint
{
    public string $wrong = 'This is not the present password.';
    public string $tooOften = 'Too many wrong passwords. Wait a quarter of an hour; your session goes on.';
}
