<?php

declare(strict_types=1);

namespace SwiftReed\Study\Harmony;

/**
 * What one player's voice makes of a line.
 */
enum VoiceKind
{
    /** The line as it is. */
    case Lead;
    /** The line, some bars later. */
    case Entry;
    /** The line, some steps of the scale higher or lower. */
    case Parallel;
    /** One note held in every bar. */
    case Drone;
    /** Leads an answer: each bar, then a bar of rest. */
    case Call;
    /** Answers: a bar of rest, then the bar that led. */
    case Answer;
}
