package hitchlamp.server.hookup;

import hitchlamp.core.bus.Link;
import hitchlamp.core.hookup.SpeedSearch;
import hitchlamp.core.j1939.Address;
import hitchlamp.core.j1939.AddressClaim;
import hitchlamp.core.station.Station;
import java.util.List;

/** How a link stands, in words, as it was told last. Only the live owner's thread. */
final class LinkStatus {
  /** What is said of our address. */
  record Claimed(String says, String next) {}

  private final LinkChoice choice;
  private final LiveReports reports;
  private LinkView view = LinkView.OFF;

  LinkStatus(LinkChoice choice, LiveReports reports) {
    this.choice = choice;
    this.reports = reports;
  }

  /** What was told last. */
  LinkView view() {
    return view;
  }

  /**
   * Tells how it stands.
   *
   * @param station null before a link is up
   * @param link null before one is open
   * @param found null before a bus was found
   */
  void say(
      LinkView.State state,
      String says,
      String next,
      Station station,
      Link link,
      SpeedSearch.Candidate found) {
    boolean readOnly = choice.readOnly();
    boolean addressed = !readOnly && station != null && station.address() != Address.NULL;
    view =
        new LinkView(
            state,
            says,
            next,
            choice.title(),
            choice.id(),
            choice.kind() == LinkChoice.Kind.SIMULATED ? choice.id().substring(4) : null,
            found == null ? null : found.bus(),
            found == null ? 0 : found.bitsPerSecond(),
            addressed ? station.address() : null,
            link == null ? null : LinkAble.of(link.capabilities()),
            station == null ? List.of() : HoldsTold.views(station.holds(), station.now()));
    reports.link(view);
  }

  /** What is said of our address; null while nothing is decided. */
  static Claimed claimed(AddressClaim claim) {
    return switch (claim.state()) {
      case CLAIMED ->
          new Claimed(
              claim.yielded()
                  ? HookupWords.say(
                      "hooked-up-at-address-another-tool", claim.address(), Address.SERVICE_TOOL_1)
                  : HookupWords.say("hooked-up"),
              HookupWords.say("call-the-roll"));
      case CANNOT_CLAIM ->
          new Claimed(
              HookupWords.say("two-other-tools-hold-both-addresses"),
              HookupWords.say("unplug-one-of-them-then-hook"));
      default -> null;
    };
  }
}
