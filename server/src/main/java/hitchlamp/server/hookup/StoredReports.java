package hitchlamp.server.hookup;

import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.server.hookup.Report.CheckAnswered;
import hitchlamp.server.hookup.Report.Cleared;
import hitchlamp.server.hookup.Report.Entered;
import hitchlamp.server.hookup.Report.FaultsRead;
import hitchlamp.server.hookup.Report.HookUpBegan;
import hitchlamp.server.hookup.Report.HookUpEnded;
import hitchlamp.server.hookup.Report.RollEnded;
import hitchlamp.server.hookup.Report.SelfTested;
import hitchlamp.server.hookup.Report.StoryRead;
import hitchlamp.server.hookup.Report.TrialBegan;
import hitchlamp.server.hookup.Report.TrialEnded;
import hitchlamp.server.hookup.Report.TripWasReset;
import hitchlamp.server.job.Jobs;
import hitchlamp.server.job.Logbook;
import hitchlamp.server.outbox.Outbox;
import hitchlamp.server.stream.Topics;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Brings what hook-ups report into the database, each report in one transaction. */
@Component
class StoredReports {
  private final HookUpMapper mapper;
  private final Jobs jobs;
  private final Logbook logbook;
  private final Topics topics;
  private final PackLibrary shelf;
  private final AddedParameters added;
  private final JsonMapper json;

  StoredReports(
      Outbox outbox,
      HookUpMapper mapper,
      Jobs jobs,
      Logbook logbook,
      Topics topics,
      PackLibrary shelf,
      AddedParameters added,
      JsonMapper json,
      FaultReports faults,
      StoryReports stories,
      TrialReports trials,
      TraceReports traces) {
    this.mapper = mapper;
    this.jobs = jobs;
    this.logbook = logbook;
    this.topics = topics;
    this.shelf = shelf;
    this.added = added;
    this.json = json;
    outbox.handles(
        HookUpBegan.class,
        r ->
            mapper.begin(
                r.id(),
                r.job(),
                r.link(),
                r.bus(),
                r.backbone(),
                r.bitRate(),
                r.pack(),
                r.packHash(),
                r.account()));
    outbox.handles(HookUpEnded.class, r -> mapper.end(r.id(), r.reason()));
    outbox.handles(
        Entered.class, r -> logbook.enter(r.job(), r.kind(), r.text(), r.account(), r.moment()));
    outbox.handles(RollEnded.class, this::rollEnded);
    outbox.handles(
        FaultsRead.class,
        r ->
            faults.reading(
                r.job(),
                r.reading(),
                r.silent(),
                pack(r.job(), r.pack()),
                r.by().account(),
                r.why()));
    outbox.handles(
        StoryRead.class,
        r ->
            stories.reading(
                r.job(), r.reading(), pack(r.job(), r.pack()), r.by().account(), r.why()));
    outbox.handles(
        TripWasReset.class,
        r ->
            stories.tripReset(
                r.job(), r.keeper(), r.result(), r.by().account(), r.hours(), r.busMicros()));
    outbox.handles(
        Cleared.class,
        r -> faults.cleared(r.job(), r.outcomes(), r.by().account(), r.hours(), r.busMicros()));
    outbox.handles(
        SelfTested.class,
        r ->
            faults.selfTest(
                r.job(), r.outcomes(), true, r.by().account(), r.hours(), r.busMicros()));
    outbox.handles(TrialBegan.class, trials::began);
    outbox.handles(TrialEnded.class, trials::ended);
    outbox.handles(
        CheckAnswered.class,
        r -> traces.answered(r.job(), r.trace(), r.check(), r.answer(), r.hours(), r.busMicros()));
  }

  private Pack pack(long job, String id) {
    Pack named =
        shelf.packs().stream().anyMatch(p -> p.id().equals(id)) ? shelf.with(id) : shelf.base();
    return added.over(named, jobs.job(job).unitId());
  }

  private void rollEnded(RollEnded r) {
    Report.Shown unit = r.shown();
    jobs.learn(
        r.job(),
        unit.vin(),
        unit.maker(),
        unit.model(),
        unit.pack(),
        unit.hours(),
        unit.kilometres());
    mapper.addRoll(
        r.job(),
        r.hookUp(),
        r.account(),
        r.roll().full(),
        r.roll().state().name(),
        r.pack(),
        r.packHash(),
        json.writeValueAsString(r.roll()));
    topics.job(r.job()).value("roll", r.roll());
  }
}
