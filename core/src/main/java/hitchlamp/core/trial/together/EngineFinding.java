package hitchlamp.core.trial.together;

import hitchlamp.core.words.Said;

/**
 * What several tests mean together.
 *
 * @param points at what it points: a part of a test, or "elsewhere" or "open"
 * @param says what it rests on, as a sentence
 * @param next what to do now
 * @param test short name of the kind of test that would separate what is left; empty where none
 */
public record EngineFinding(String points, Said says, Said next, String test) {}
