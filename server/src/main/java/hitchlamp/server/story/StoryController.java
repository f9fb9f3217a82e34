package hitchlamp.server.story;

import hitchlamp.core.pack.UseFigure;
import hitchlamp.server.account.Account;
import hitchlamp.server.account.Accounts;
import hitchlamp.server.config.Refusal;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What a unit remembers; trip resets; comparison over units and visits. */
@RestController
class StoryController {
  private final Stories stories;
  private final StoryWork work;
  private final Accounts accounts;

  StoryController(Stories stories, StoryWork work, Accounts accounts) {
    this.stories = stories;
    this.work = work;
    this.accounts = accounts;
  }

  /** The newest read of the story; 404 where it was not read in this job. */
  @GetMapping("/api/jobs/{job}/story")
  StoryView story(@PathVariable long job) {
    return stories
        .newest(job)
        .orElseThrow(
            () ->
                new Refusal(
                    HttpStatus.NOT_FOUND,
                    StoryWords.say("the-story-has-not-been-read"),
                    StoryWords.say("hook-up-call-the-roll-then")));
  }

  /** Reads what all modules that answered remember. */
  @PostMapping("/api/jobs/{job}/story/read")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void read(@PathVariable long job) {
    Account me = accounts.me();
    work.read(job, me);
  }

  /** Stores the trip, begins a new one, reads it back. */
  @PostMapping("/api/jobs/{job}/story/trip-reset")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void resetTrip(@PathVariable long job) {
    Account me = accounts.me();
    work.resetTrip(job, me);
  }

  /** One figure over all units, and over the visits of one. */
  @GetMapping("/api/units/{unit}/figures/{figure}")
  ComparisonView compare(
      @PathVariable long unit,
      @PathVariable UseFigure figure,
      @RequestParam(defaultValue = "true") boolean trip) {
    return stories.compare(figure, trip, unit);
  }
}
