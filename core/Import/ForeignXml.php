<?php

declare(strict_types=1);

namespace SwiftReed\Import;

/**
 * XML that somebody sent. It is streamed, fetches nothing, and is believed nothing: size and depth are bounded, and files
 * with entities of their own are refused.
 */
final readonly class ForeignXml
{
    /** Elements inside each other; a score has about ten. */
    private const DEPTH = 40;
    /** Characters of one text that are kept. */
    private const TEXT = 60;
    private const ENTITY = '/<!ENTITY/i';

    private function __construct(private string $xml)
    {
    }

    /** @throws ImportError when it is too large, or has entities of its own */
    public static function of(string $xml): self
    {
        if (\strlen($xml) > FileReader::MOST_BYTES) {
            throw ImportError::tooLarge(\strlen($xml), FileReader::MOST_BYTES);
        }
        if (str_starts_with($xml, "\xFF\xFE") || str_starts_with($xml, "\xFE\xFF")) {
            $xml = (string) mb_convert_encoding($xml, 'UTF-8', 'UTF-16');
            $xml = (string) preg_replace('/(<\?xml[^>]*?)encoding="[^"]*"/', '$1', $xml, 1);
        }
        if (1 === preg_match(self::ENTITY, $xml)) {
            throw ImportError::hasEntities();
        }

        return new self($xml);
    }

    /** Whether it is text at all, and has this in it. */
    public function has(string $what): bool
    {
        return str_contains($this->xml, $what) && mb_check_encoding($this->xml, 'UTF-8');
    }

    /**
     * @param \Closure(\XMLReader): void $take given every element, as it begins and as it ends, in order
     *
     * @throws ImportError
     */
    public function each(\Closure $take): void
    {
        $before = libxml_use_internal_errors(true);
        $reader = new \XMLReader();
        try {
            if (!$reader->XML($this->xml, null, \LIBXML_NONET | \LIBXML_COMPACT)) {
                throw ImportError::notMusicXml();
            }
            while (@$reader->read()) {
                if ($reader->depth > self::DEPTH) {
                    throw ImportError::tooDeep();
                }
                if (\in_array($reader->nodeType, [\XMLReader::ELEMENT, \XMLReader::END_ELEMENT], true)) {
                    $take($reader);
                }
            }
            if ([] !== array_filter(
                libxml_get_errors(),
                static fn (\LibXMLError $error): bool => \LIBXML_ERR_FATAL === $error->level,
            )) {
                throw ImportError::notMusicXml();
            }
        } finally {
            $reader->close();
            libxml_clear_errors();
            libxml_use_internal_errors($before);
        }
    }

    /**
     * The texts of the elements inside the current one, by name; ends on its end.
     *
     * @return array<string, string>
     *
     * @throws ImportError
     */
    public static function fields(\XMLReader $reader): array
    {
        $fields = [];
        if ($reader->isEmptyElement) {
            return $fields;
        }
        $depth = $reader->depth;
        $name = '';
        while (@$reader->read() && $reader->depth > $depth) {
            if ($reader->depth > self::DEPTH) {
                throw ImportError::tooDeep();
            }
            if (\XMLReader::ELEMENT === $reader->nodeType) {
                $name = $reader->name;
                $fields[$name] ??= '';
                $type = (string) $reader->getAttribute('type');
                if ('tie' === $name && 'stop' === $type) {
                    $fields['tie-stop'] = '';
                }
                if ('slur' === $name && \in_array($type, ['start', 'stop'], true)) {
                    $fields['slur-'.$type] = (string) (1 + (int) ($fields['slur-'.$type] ?? '0'));
                }
            } elseif (\in_array($reader->nodeType, [\XMLReader::TEXT, \XMLReader::CDATA], true) && '' !== $name) {
                $fields[$name] .= mb_substr($reader->value, 0, self::TEXT);
            } elseif (\XMLReader::END_ELEMENT === $reader->nodeType) {
                $name = '';
            }
        }

        return $fields;
    }
}
