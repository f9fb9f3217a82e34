package hitchlamp.server.watch;

import hitchlamp.core.pack.Pack;
import hitchlamp.core.watch.RecordingPlan;
import hitchlamp.server.account.Account;
import hitchlamp.server.hookup.WatchReports;
import hitchlamp.server.hookup.WatchView;
import hitchlamp.server.stream.Topic;
import hitchlamp.server.stream.Topics;
import java.util.function.Supplier;
import org.springframework.stereotype.Service;

/** Takes what hook-ups watch to the stream, and what they record to the recordings. */
@Service
class Watches implements WatchReports {
  private final Topics topics;
  private final Recordings recordings;

  Watches(Topics topics, Recordings recordings) {
    this.topics = topics;
    this.recordings = recordings;
  }

  @Override
  public Sink of(long job, Supplier<Double> hours) {
    Topic values = topics.watch(job);
    Topic all = topics.job(job);
    return new Sink() {
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
      public Recording begins(RecordingPlan plan, Pack pack, Account who, Begin begin) {
        return recordings.begin(job, plan, pack, who, begin, hours.get());
      }
    };
  }
}
