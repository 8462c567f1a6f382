<?php

declare(strict_types=1);

namespace App\Account;

use App\Shared\Entity\User;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\PasswordHasher\Hasher\UserPasswordHasherInterface;
use Symfony\Component\RateLimiter\RateLimiterFactory;
use Symfony\Component\Validator\Constraint;
use Symfony\Component\Validator\ConstraintValidator;

final class PresentPasswordValidator extends ConstraintValidator
{
    public function __construct(
        private readonly Security $security,
        private readonly UserPasswordHasherInterface $hasher,
        #[Autowire(service: 'limiter.present_password')] private readonly RateLimiterFactory $tries,
    ) {
    }

    public function validate(mixed $value, Constraint $constraint): void
    {
        $user = $this->security->getUser();
        if (!$constraint instanceof PresentPassword || !$user instanceof User || !\is_string($value) || '' === $value) {
            return;
        }
        $tries = $this->tries->create('account-'.$user->getId());
        if (!$tries->consume()->isAccepted()) {
            $this->context->addViolation($constraint->tooOften);
        } elseif ($this->hasher->isPasswordValid($user, $value)) {
            $tries->reset();
        } else {
            $this->context->addViolation($constraint->wrong);
        }
    }
}
