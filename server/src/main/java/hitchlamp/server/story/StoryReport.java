package hitchlamp.server.story;

import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.story.StoryReading;
import hitchlamp.core.story.TripReset;
import hitchlamp.server.hookup.Report.By;

/** What a hook-up found out about the story and must be stored. */
sealed interface StoryReport {
  record StoryRead(long job, StoryReading reading, String pack, By by, String why)
      implements StoryReport {}

  record TripWasReset(
      long job, ModuleRef keeper, TripReset result, By by, Double hours, long busMicros)
      implements StoryReport {}
}
