package hitchlamp.core.hookup;

import hitchlamp.core.bus.FrameBlock;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.fault.FaultCall;
import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.j1939.Name;
import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.station.Hold;
import hitchlamp.core.station.OperatorEvent;
import hitchlamp.core.station.Station;
import hitchlamp.core.story.StoryCall;
import hitchlamp.core.story.StoryReading;
import hitchlamp.core.trace.FaultListening;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Bench;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.TestedUnit;
import hitchlamp.core.trial.lamps.LampCheck;
import hitchlamp.core.watch.Poll;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;

/**
 * Lives a stored hook-up again: our station and its procedures are fed with the frames, ticks and
 * {@link OperatorEvent operator events} that were stored, in their order, and come to the same
 * results. What the station wants to send goes nowhere: what it sent then is among the frames.
 *
 * <p>The entries are taken one at a time, so that a long hook-up need not be held whole.
 */
public final class Replay {
  private final Iterator<FrameBlock.Entry> entries;
  private final Function<String, Pack> packs;
  private final Station.Listener listener;
  private final Consumer<StampedFrame> beside;
  private final List<Roll> rolls = new ArrayList<>();
  private final List<FaultReading> readings = new ArrayList<>();
  private final List<StoryReading> stories = new ArrayList<>();
  private FaultCall faults;
  private final Map<String, Consumer<OperatorEvent>> registry = registry();
  private StoryCall story;
  private Bench<?, ?> bench;
  private Poll poll;
  private Station hookUp;
  private RollCall call;

  /**
   * @param entries as stored, in order
   * @param packs the pack of an id
   * @param listener told of everything, as the live one was
   */
  public Replay(
      Iterator<FrameBlock.Entry> entries, Function<String, Pack> packs, Station.Listener listener) {
    this(entries, packs, listener, frame -> {});
  }

  /**
   * @param beside takes the frames of the vessel's network, which was only heard
   */
  public Replay(
      Iterator<FrameBlock.Entry> entries,
      Function<String, Pack> packs,
      Station.Listener listener,
      Consumer<StampedFrame> beside) {
    this.beside = beside;
    this.entries = entries;
    this.packs = packs;
    this.listener = listener;
  }

  /** Takes the next entry; false where there is none left. */
  public boolean step() {
    if (!entries.hasNext()) {
      endCall();
      return false;
    }
    FrameBlock.Entry entry = entries.next();
    if (entry instanceof FrameBlock.Entry.OfOperator o) {
      OperatorEvent.read(o.text()).ifPresent(e -> redo(e, o.micros()));
    } else if (entry instanceof FrameBlock.Entry.OfFrame f && f.bus() > 0) {
      beside.accept(f.stamped());
    } else if (hookUp != null) {
      hookUp.on(
          entry instanceof FrameBlock.Entry.OfFrame f
              ? new LinkEvent.Seen(f.stamped())
              : new LinkEvent.Ticked(entry.micros()));
      endCallIfFinished();
    }
    return true;
  }

  /** What is done again for each procedure, in one registry. */
  private Map<String, Consumer<OperatorEvent>> registry() {
    return Map.of(
        OperatorEvent.LINK, this::link,
        OperatorEvent.HOLDS, this::holds,
        OperatorEvent.ROLL, this::roll,
        OperatorEvent.FAULTS, this::faults,
        OperatorEvent.STORY, this::story,
        OperatorEvent.LAMPS, this::lamps,
        OperatorEvent.POLL, this::poll,
        OperatorEvent.LISTEN, e -> listening(e).ifPresent(l -> hookUp.run(l)),
        OperatorEvent.TRIAL, this::trial);
  }

  private void redo(OperatorEvent event, long micros) {
    if (event.procedure().equals(OperatorEvent.LINK)
        && event.action().equals(OperatorEvent.BEGIN)) {
      hookUp(event, micros);
      return;
    }
    Consumer<OperatorEvent> again = registry.get(event.procedure());
    if (hookUp == null || again == null) {
      return;
    }
    // Bus time had come this far when it was done; whatever was due by then has been fed already.
    hookUp.on(new LinkEvent.Ticked(micros));
    again.accept(event);
  }

  private void hookUp(OperatorEvent event, long micros) {
    if (!event.text(0).matches("[0-9A-F]{16}") || event.whole(1).isEmpty()) {
      return;
    }
    endCall();
    List<Hold> left = hookUp == null ? List.of() : hookUp.left();
    Name name = new Name(Long.parseUnsignedLong(event.text(0), 16));
    hookUp = new Station(name, event.whole(1).orElseThrow(), false, frame -> {}, listener);
    hookUp.start(micros);
    hookUp.letGoFirst(left);
  }

  private void link(OperatorEvent event) {
    if (event.action().equals(OperatorEvent.LOST)) {
      hookUp.linkLost();
      if (call != null) {
        call.brokenOff(hookUp.now());
      }
      if (bench != null) {
        bench.brokenOff();
      }
      endCall();
    } else if (event.action().equals(OperatorEvent.END)) {
      endCall();
      hookUp.close("unhooked");
    }
  }

  private void holds(OperatorEvent event) {
    if (event.action().equals(OperatorEvent.RELEASE)) {
      hookUp.letGoAll();
    } else {
      event.leftHold().ifPresent(h -> hookUp.letGoFirst(List.of(h)));
    }
  }

  private void roll(OperatorEvent event) {
    endCall();
    if (event.action().equals(OperatorEvent.BEGIN)) {
      call = new RollCall(packs.apply(event.text(0)), event.yes(1));
      hookUp.run(call);
    }
  }

  private void faults(OperatorEvent event) {
    if (!rolls.isEmpty()) {
      cutOffReading();
      Pack pack = packs.apply(event.text(0));
      faults = new FaultCall(pack, shown(pack));
      hookUp.run(faults);
    }
  }

  private void story(OperatorEvent event) {
    if (!rolls.isEmpty()) {
      cutOffReading();
      Pack pack = packs.apply(event.text(0));
      story = new StoryCall(pack, shown(pack));
      hookUp.run(story);
    }
  }

  private void poll(OperatorEvent event) {
    if (event.action().equals(OperatorEvent.STOP)) {
      if (poll != null) {
        hookUp.stop(poll);
      }
    } else if (!rolls.isEmpty()) {
      Pack pack = packs.apply(event.text(0));
      poll =
          new Poll(
              pack, Poll.wishes(pack, shown(pack)), (module, address, identifier, raw, at) -> {});
      hookUp.run(poll);
    }
  }

  /** A lamp check as it was stored before it was a test on the bench. */
  private void lamps(OperatorEvent event) {
    if (event.action().equals(OperatorEvent.BEGIN)) {
      Pack pack = packs.apply(event.text(0));
      pack.bench().tests().values().stream()
          .filter(t -> t.kind().equals(LampCheck.ID))
          .findFirst()
          .ifPresent(
              t -> {
                trial(
                    OperatorEvent.prepared(event.text(0), t.id(), ModuleRef.UNIT.address(), false));
                trial(OperatorEvent.of(OperatorEvent.TRIAL, Bench.BEGIN));
              });
    } else if (event.action().equals(OperatorEvent.ANSWER)) {
      String said = event.text(0);
      String act =
          said.contains("=")
              ? LampCheck.SEEN + " " + said.replace('=', ' ')
              : said.equals("key is on") ? LampCheck.KEY_ON : LampCheck.KEY_OFF;
      Act.read(act)
          .ifPresent(a -> trial(new OperatorEvent(OperatorEvent.TRIAL, a.action(), a.arguments())));
    } else {
      trial(OperatorEvent.of(OperatorEvent.TRIAL, Bench.END));
    }
  }

  /** What was done to a test; of one that the pack no longer has nothing is known. */
  private void trial(OperatorEvent event) {
    if (!event.action().equals(OperatorEvent.PREPARE)) {
      if (bench != null) {
        hookUp.say(bench, event.act());
      }
      return;
    }
    cutOffReading();
    bench = null;
    Pack pack = packs.apply(event.text(0));
    TestSpec test = pack.bench().tests().get(event.text(1));
    if (test == null) {
      return;
    }
    TestedUnit.choices(test, pack, shown(pack)).stream()
        .filter(m -> String.valueOf(m.address()).equals(event.text(2)))
        .findFirst()
        .ifPresent(
            m -> {
              bench = Bench.of(test, pack, new TestedUnit(m, shown(pack), event.yes(3)));
              hookUp.run(bench);
            });
  }

  /** Modules that the last roll showed; none before one. */
  private List<ModuleRef> shown(Pack pack) {
    return rolls.isEmpty() ? List.of() : rolls.get(rolls.size() - 1).modules(pack);
  }

  private static Optional<FaultListening> listening(OperatorEvent e) {
    boolean readable =
        e.whole(0).isPresent()
            && e.text(2).matches("\\d{1,6}/(?:\\d{1,2}|any)(?:,\\d{1,6}/(?:\\d{1,2}|any)){0,39}")
            && e.text(4).matches("\\d{1,4}\\.\\d{1,3}")
            && Arrays.stream(ConversionVersion.values()).anyMatch(v -> v.name().equals(e.text(1)));
    if (!readable) {
      return Optional.empty();
    }
    List<Component.FaultPattern> signs =
        Arrays.stream(e.text(2).split(","))
            .map(s -> s.split("/"))
            .map(
                s ->
                    new Component.FaultPattern(
                        Integer.parseInt(s[0]),
                        s[1].equals("any") ? Component.FaultPattern.ANY : Integer.parseInt(s[1])))
            .toList();
    ModuleRef target =
        new ModuleRef(
            "", "", "", e.whole(0).orElseThrow(), ConversionVersion.valueOf(e.text(1)), false);
    return Optional.of(new FaultListening(signs, target, e.yes(3), Double.parseDouble(e.text(4))));
  }

  /** A read that nobody waited for gave way to what a person wanted. */
  private void cutOffReading() {
    if (story != null) {
      hookUp.stop(story);
      story = null;
    }
    if (faults != null) {
      hookUp.stop(faults);
      faults = null;
    }
  }

  private void endCall() {
    if (call != null) {
      hookUp.stop(call);
      endCallIfFinished();
    }
  }

  private void endCallIfFinished() {
    if (call != null && call.finished()) {
      rolls.add(call.result());
      call = null;
    }
    if (faults != null && faults.finished()) {
      readings.add(faults.result());
      faults = null;
    }
    if (story != null && story.finished()) {
      stories.add(story.result());
      story = null;
    }
  }

  /** The reads of the story that have ended, in order. */
  public List<StoryReading> stories() {
    return List.copyOf(stories);
  }

  /** The reads of faults that have ended, in order. */
  public List<FaultReading> readings() {
    return List.copyOf(readings);
  }

  /** What the last test showed; empty where there was none. */
  public Optional<BenchState<?>> trial() {
    return Optional.ofNullable(bench).map(Bench::result);
  }

  /** Our station; empty until the stored hook-up begins. */
  public Optional<Station> hookUp() {
    return Optional.ofNullable(hookUp);
  }

  /** The roll call under way. */
  public Optional<RollCall> call() {
    return Optional.ofNullable(call);
  }

  /** The rolls whose calls have ended, in order. */
  public List<Roll> rolls() {
    return List.copyOf(rolls);
  }
}
