package hitchlamp.server.hookup;

import hitchlamp.server.hookup.Report.Entered;
import hitchlamp.server.hookup.Report.HookUpBegan;
import hitchlamp.server.hookup.Report.HookUpEnded;
import hitchlamp.server.hookup.Report.RollEnded;
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
  private final JsonMapper json;

  StoredReports(
      Outbox outbox,
      HookUpMapper mapper,
      Jobs jobs,
      Logbook logbook,
      Topics topics,
      JsonMapper json) {
    this.mapper = mapper;
    this.jobs = jobs;
    this.logbook = logbook;
    this.topics = topics;
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
    outbox.handles(Report.ExhaustTold.class, r -> jobs.exhaustTold(r.unit(), r.hotAt()));
    outbox.handles(RollEnded.class, this::rollEnded);
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
