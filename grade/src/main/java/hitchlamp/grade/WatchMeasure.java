package hitchlamp.grade;

import java.nio.file.Path;
import java.util.List;

/**
 * Watching and recording through the real server: how soon a value is on the page, what recording
 * twenty units takes, a long recording, logs read beside other decoders, what a kill loses, and how
 * soon cylinders fire again.
 */
final class WatchMeasure {
  private final Installation at;
  private final List<String> only;
  private final boolean json;
  private final Report report = new Report("watch", "Watching, recording, and what is never lost");

  WatchMeasure(String address, Path state, List<String> only, boolean json) {
    if (address == null || state == null) {
      throw new IllegalArgumentException(
          "watch needs --server and --state; ./hitch-lamp measure watch gives them");
    }
    this.at = new Installation(address, state);
    this.only = only;
    this.json = json;
  }

  private boolean wanted(String part) {
    return only.isEmpty() || only.contains(part);
  }

  void measure() throws Exception {
    if (wanted("latency")) {
      new WatchedPage(at, report).measure();
    }
    if (wanted("record")) {
      new RecordedFleet(at, report).measure();
    }
    if (wanted("long")) {
      new LongRecording(at, report).measure();
    }
    if (wanted("candump")) {
      new LogDecoding(report, at.state()).measure();
    }
    if (wanted("kills")) {
      new Kills(at, report).measure();
    }
    report.finish(json);
  }
}
