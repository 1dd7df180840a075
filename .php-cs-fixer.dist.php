<?php

declare(strict_types=1);

$finder = (new PhpCsFixer\Finder())->in([__DIR__.'/core', __DIR__.'/src', __DIR__.'/tests', __DIR__.'/migrations', __DIR__.'/bench']);

return (new PhpCsFixer\Config())
    ->setRiskyAllowed(true)
    ->setRules([
        '@Symfony' => true,
        '@Symfony:risky' => true,
        'declare_strict_types' => true,
        'phpdoc_align' => false,
        'phpdoc_to_comment' => false,
        'single_line_throw' => false,
        'yoda_style' => true,
        'concat_space' => ['spacing' => 'none'],
        'ordered_class_elements' => false,
    ])
    ->setFinder($finder);
