package hitchlamp.server.watch;

import hitchlamp.core.pack.Pack;
import hitchlamp.core.watch.RecordingPlan;
import hitchlamp.server.account.Account;
import hitchlamp.server.hookup.Capability;
import hitchlamp.server.hookup.Linked;
import hitchlamp.server.hookup.Tenant;
import hitchlamp.server.stream.Topic;
import hitchlamp.server.stream.Topics;
import java.util.Optional;
import java.util.function.Supplier;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Takes what hook-ups watch to the stream, and what they record to the recordings. */
@Component
@Order(Capability.WATCH)
class WatchCapability implements Capability {
  private final Topics topics;
  private final Recordings recordings;

  WatchCapability(Topics topics, Recordings recordings) {
    this.topics = topics;
    this.recordings = recordings;
  }

  /** What is watched goes on where the link broke; also a recording that is read is watched. */
  @Override
  public Optional<Tenant> join(Linked link) {
    WatchRun run =
        link.before()
            .flatMap(t -> t.find(WatchRun.class))
            .orElseGet(
                () ->
                    new WatchRun(
                        link.pack(),
                        sink(link.reports().job(), link.reports()::hours),
                        link.operator(),
                        link.source()));
    run.begin(link.station());
    return Optional.of(run);
  }

  private WatchReports.Sink sink(long job, Supplier<Double> hours) {
    Topic values = topics.watch(job);
    Topic all = topics.job(job);
    return new WatchReports.Sink() {
      @Override
      public boolean looked() {
        return values.listened();
      }

      @Override
      public void channels(WatchView.Channels channels) {
        values.value("channels", channels);
      }

      @Override
      public void now(WatchView.Now now) {
        values.value("now", now);
      }

      @Override
      public void since(WatchView.Since since) {
        values.value("since", since);
      }

      @Override
      public void recorders(WatchView.Recorders recorders) {
        all.value("recorders", recorders);
      }

      @Override
      public WatchReports.Recording begins(
          RecordingPlan plan, Pack pack, Account who, WatchReports.Begin begin) {
        return recordings.begin(job, plan, pack, who, begin, hours.get());
      }
    };
  }
}
