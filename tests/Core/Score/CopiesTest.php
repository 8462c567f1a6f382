<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Score;

use CoinStair\Core\Score\BarStyle;
use CoinStair\Core\Score\Copies;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Measure;
use CoinStair\Core\Score\Meter;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Finder\Finder;

final class CopiesTest extends TestCase
{
    public function testAllThatIsNotChangedIsAsBefore(): void
    {
        $measure = new Measure(4, '5', Meter::of(3, 4), Key::of(0), 1440, true, 2, [1, 2], true, [], BarStyle::Regular, 'B', true);
        $copy = $measure->labelled('6');

        self::assertSame('6', $copy->printed);
        self::assertSame('5', $measure->printed);
        self::assertEquals($measure, $copy->labelled('5'));
    }

    public function testANameThatIsNoPropertyIsAMistake(): void
    {
        $this->expectException(\Error::class);

        (new class(1) {
            use Copies;

            public function __construct(public readonly int $tempo)
            {
            }

            public function faster(): self
            {
                return $this->copy(speed: $this->tempo + 1);
            }
        })->faster();
    }

    /** @return iterable<string, array{class-string}> all classes that copy themselves */
    public static function copied(): iterable
    {
        $root = \dirname(__DIR__, 3);
        foreach (['core' => 'CoinStair\Core\\', 'src' => 'App\\'] as $folder => $namespace) {
            foreach ((new Finder())->in($root.'/'.$folder)->name('*.php')->contains('/^    use Copies;$/m') as $file) {
                $class = $namespace.strtr(substr($file->getRelativePathname(), 0, -\strlen('.php')), '/', '\\');
                \assert(class_exists($class));
                yield $class => [$class];
            }
        }
    }

    /** @param class-string $class */
    #[DataProvider('copied')]
    public function testPropertiesAreTheParametersOfTheConstructor(string $class): void
    {
        $of = new \ReflectionClass($class);
        $constructor = $of->getConstructor();

        self::assertTrue($constructor?->isPublic());
        self::assertSame(array_column($constructor->getParameters(), 'name'), array_column($of->getProperties(), 'name'));
    }

    /** Each copy names properties that there are: a name that is none would be found only when it is called. */
    #[DataProvider('copied')]
    public function testEachCopyNamesProperties(string $class): void
    {
        \assert(class_exists($class));
        $of = new \ReflectionClass($class);
        $text = (string) file_get_contents((string) $of->getFileName());
        preg_match_all('/->copy\(((?:[^()]|\((?:[^()]|\([^()]*\))*\))*)\)/', $text, $calls);

        self::assertNotEmpty($calls[1]);
        foreach ($calls[1] as $call) {
            preg_match_all('/(?:^|,)\s*(\w+): /', $call, $named);
            self::assertNotEmpty($named[1]);
            foreach ($named[1] as $name) {
                self::assertTrue($of->hasProperty($name), $class.' has no '.$name);
            }
        }
    }
}
