<?php

declare(strict_types=1);

namespace CoinStair\Architecture;

use PHPat\Selector\Selector;
use PHPat\Test\Attributes\TestRule;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;

/** Run by PHPStan: which room may know which. */
final class RoomsTest
{
    #[TestRule]
    public function coreKnowsOnlyItselfAndPhp(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::AllOf(Selector::inNamespace('CoinStair\Core'), Selector::NOT(Selector::inNamespace('CoinStair\Core\Tests'))))
            ->shouldNot()->dependOn()
            ->classes(Selector::inNamespace('App'), Selector::inNamespace('Symfony'), Selector::inNamespace('Doctrine'), Selector::inNamespace('Twig'), Selector::inNamespace('Psr'))
            ->because('the rules of the job know nothing of the web, the database or the framework');
    }

    #[TestRule]
    public function sharedKnowsNoFeature(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('App\Shared'))
            ->shouldNot()->dependOn()
            ->classes(Selector::inNamespace('App\Account'), Selector::inNamespace('App\Library'), Selector::inNamespace('App\Lesson'), Selector::inNamespace('App\Classroom'), Selector::inNamespace('App\Demo'))
            ->because('features share through Shared, not the other way');
    }

    #[TestRule]
    public function libraryKnowsNoOtherFeature(): Rule
    {
        return $this->feature('App\Library', 'App\Lesson', 'App\Classroom', 'App\Account');
    }

    #[TestRule]
    public function lessonKnowsNoOtherFeature(): Rule
    {
        return $this->feature('App\Lesson', 'App\Library', 'App\Classroom', 'App\Account');
    }

    #[TestRule]
    public function classroomKnowsNoOtherFeature(): Rule
    {
        return $this->feature('App\Classroom', 'App\Library', 'App\Lesson', 'App\Account');
    }

    #[TestRule]
    public function accountKnowsNoOtherFeature(): Rule
    {
        return $this->feature('App\Account', 'App\Library', 'App\Lesson', 'App\Classroom');
    }

    /**
     * @param non-empty-string $feature
     * @param non-empty-string ...$others
     */
    private function feature(string $feature, string ...$others): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace($feature))
            ->shouldNot()->dependOn()
            ->classes(...array_map(static fn (string $other) => Selector::inNamespace($other), $others))
            ->because('features do not reach into each other');
    }
}
