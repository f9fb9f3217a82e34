package hitchlamp.server.hookup;

import hitchlamp.core.bus.Link;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.LinkRefusal;
import hitchlamp.core.hookup.SpeedSearch;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Finds the bus of a unit by listening: opens one bus after the other, sends nothing. */
final class LinkSearch {
  /** Says how far it is. */
  interface Says {
    void say(LinkView.State state, String says, String next);
  }

  private final SpeedSearch search;
  private final LinkOpener opener;
  private final Says says;
  private final List<LinkEvent> heard = new ArrayList<>();
  private SpeedSearch.Candidate candidate;
  private Link link;

  LinkSearch(List<SpeedSearch.Candidate> candidates, double factor, LinkOpener opener, Says says) {
    this.search = new SpeedSearch(candidates, factor);
    this.opener = opener;
    this.says = says;
  }

  /** True while nothing is known yet. */
  boolean goesOn() {
    return search.outcome().isEmpty();
  }

  /** Opens the next bus; false where there is no link at all, which it has said. */
  boolean open() {
    candidate = search.listenTo().orElseThrow();
    try {
      link = opener.open(candidate.bus());
    } catch (LinkRefusal e) {
      says.say(LinkView.State.REFUSED, HookupWords.say("no-link", e.getMessage()), nextOf(e));
      return false;
    }
    says.say(
        LinkView.State.LISTENING,
        HookupWords.say("listening-on-nothing-is-sent-yet", candidate.bus()),
        HookupWords.say("key-on-if-it-is-off"));
    heard.clear();
    return true;
  }

  /** What a person does about a link that was refused. */
  static String nextOf(LinkRefusal refusal) {
    return refusal.next().isEmpty()
        ? HookupWords.say("is-the-adapter-plugged-in-and")
        : refusal.next();
  }

  /** The bus that is open. */
  Link link() {
    return link;
  }

  /** True while the open bus is still to be listened to. */
  boolean listens() {
    return search.listenTo().filter(candidate::equals).isPresent();
  }

  /** Waits for the next event of the open bus. */
  void listen() throws InterruptedException {
    LinkEvent event = link.await(search.deadlineMicros());
    heard.add(event);
    search.on(event);
  }

  /** Closes the open bus, unless it is the one. */
  void close() {
    if (found().isEmpty()) {
      link.close();
    }
  }

  /** The bus that was found; empty where none was. */
  Optional<SpeedSearch.Candidate> found() {
    return search
        .outcome()
        .filter(SpeedSearch.Outcome.Found.class::isInstance)
        .map(o -> ((SpeedSearch.Outcome.Found) o).candidate());
  }

  /** What came on the open bus so far. */
  List<LinkEvent> heard() {
    return List.copyOf(heard);
  }

  /** Says why there is none; nothing where it was only broken off. */
  void sayWhyNot() {
    SpeedSearch.Outcome outcome = search.outcome().orElse(null);
    if (outcome instanceof SpeedSearch.Outcome.WrongSpeed) {
      says.say(
          LinkView.State.WRONG_SPEED,
          HookupWords.say("there-is-traffic-but-at-none"),
          HookupWords.say("another-plug-or-another-pair-of"));
    } else if (outcome instanceof SpeedSearch.Outcome.FellSilent f) {
      says.say(
          LinkView.State.SILENT,
          HookupWords.say("the-bus-on-said-frames-and", f.candidate().bus(), f.frames()),
          HookupWords.say("key-off-or-modules-going-to"));
    } else if (outcome instanceof SpeedSearch.Outcome.Silent) {
      says.say(
          LinkView.State.SILENT,
          HookupWords.say("the-bus-is-silent"),
          HookupWords.say("key-on-if-it-is-measure"));
    }
  }
}
