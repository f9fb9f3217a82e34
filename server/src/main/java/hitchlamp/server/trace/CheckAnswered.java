package hitchlamp.server.trace;

import hitchlamp.core.trace.UnitAnswer;

/** A unit has answered a check of a guide, or cannot: to be stored. */
record CheckAnswered(
    long job, long trace, String check, UnitAnswer answer, Double hours, long busMicros) {}
