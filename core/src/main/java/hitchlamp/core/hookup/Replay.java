package hitchlamp.core.hookup;

import hitchlamp.core.bus.FrameBlock;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.fault.FaultCall;
import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.fault.LampCheck;
import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.station.Deed;
import hitchlamp.core.station.Hold;
import hitchlamp.core.station.Station;
import hitchlamp.core.story.StoryCall;
import hitchlamp.core.story.StoryReading;
import hitchlamp.core.trace.FaultListening;
import hitchlamp.core.trial.Bench;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.watch.Poll;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;

/**
 * Lives a stored hook-up again: our station and its procedures are fed with the frames, ticks and
 * {@link Deed deeds} that were stored, in their order, and come to the same results. What the
 * station wants to send goes nowhere: what it sent then is among the frames.
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
  private StoryCall story;
  private LampCheck lamps;
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
      Deed.of(o.text()).ifPresent(d -> redo(d, o.micros()));
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

  private void redo(Deed deed, long micros) {
    if (deed instanceof Deed.Began b) {
      endCall();
      List<Hold> left = hookUp == null ? List.of() : hookUp.left();
      hookUp = new Station(b.name(), b.bitsPerSecond(), false, frame -> {}, listener);
      hookUp.start(micros);
      hookUp.letGoFirst(left);
      return;
    }
    if (hookUp == null) {
      return;
    }
    // Bus time had come this far when it was done; whatever was due by then has been fed already.
    hookUp.on(new LinkEvent.Ticked(micros));
    if (deed instanceof Deed.CalledRoll c) {
      endCall();
      call = new RollCall(packs.apply(c.pack()), c.full());
      hookUp.run(call);
    } else if (deed instanceof Deed.ReadFaults r && !rolls.isEmpty()) {
      cutOffReading();
      Pack pack = packs.apply(r.pack());
      faults = new FaultCall(pack, rolls.get(rolls.size() - 1).modules(pack));
      hookUp.run(faults);
    } else if (deed instanceof Deed.ReadStory r && !rolls.isEmpty()) {
      cutOffReading();
      Pack pack = packs.apply(r.pack());
      story = new StoryCall(pack, rolls.get(rolls.size() - 1).modules(pack));
      hookUp.run(story);
    } else if (deed instanceof Deed.Polled p && !rolls.isEmpty()) {
      Pack pack = packs.apply(p.pack());
      poll =
          new Poll(
              pack,
              Poll.wishes(pack, rolls.get(rolls.size() - 1).modules(pack)),
              (module, address, identifier, raw, at) -> {});
      hookUp.run(poll);
    } else if (deed instanceof Deed.StoppedPolling && poll != null) {
      hookUp.stop(poll);
    } else if (deed instanceof Deed.Listened l) {
      hookUp.run(listening(l));
    } else if (deed instanceof Deed.Acted a && a.procedure().equals(Deed.Acted.TRIAL)) {
      acted(a);
    } else if (deed instanceof Deed.CheckedLamps c) {
      cutOffReading();
      Pack pack = packs.apply(c.pack());
      lamps =
          new LampCheck(
              pack, rolls.isEmpty() ? List.of() : rolls.get(rolls.size() - 1).modules(pack));
      hookUp.run(lamps);
    } else if (deed instanceof Deed.AnsweredLamps a && lamps != null) {
      hookUp.say(lamps, a.choice());
    } else if (deed instanceof Deed.StoppedLamps && lamps != null) {
      hookUp.stop(lamps);
    } else if (deed instanceof Deed.StoppedRoll) {
      endCall();
    } else if (deed instanceof Deed.Released) {
      hookUp.letGoAll();
    } else if (deed instanceof Deed.LeftHeld l) {
      hookUp.letGoFirst(List.of(l.hold()));
    } else if (deed instanceof Deed.LostLink) {
      hookUp.linkLost();
      if (call != null) {
        call.brokenOff(hookUp.now());
      }
      if (bench != null) {
        bench.brokenOff();
      }
      endCall();
    } else if (deed instanceof Deed.Unhooked) {
      endCall();
      hookUp.close("unhooked");
    }
  }

  /** What was done to a test; of one that the pack no longer has nothing is known. */
  private void acted(Deed.Acted a) {
    if (!a.action().equals(Deed.Acted.PREPARE)) {
      if (bench != null) {
        hookUp.say(bench, a.line());
      }
      return;
    }
    cutOffReading();
    bench = null;
    if (a.arguments().size() != 3 || rolls.isEmpty()) {
      return;
    }
    Pack pack = packs.apply(a.arguments().get(0));
    TestSpec test = pack.bench().tests().get(a.arguments().get(1));
    rolls.get(rolls.size() - 1).modules(pack).stream()
        .filter(m -> String.valueOf(m.address()).equals(a.arguments().get(2)))
        .findFirst()
        .filter(m -> test != null)
        .ifPresent(
            m -> {
              bench = Bench.of(test, pack, m);
              hookUp.run(bench);
            });
  }

  private static FaultListening listening(Deed.Listened l) {
    List<Component.Sign> signs =
        l.signs().stream()
            .map(s -> s.split("/"))
            .map(
                s ->
                    new Component.Sign(
                        Integer.parseInt(s[0]),
                        s[1].equals("any") ? Component.Sign.ANY : Integer.parseInt(s[1])))
            .toList();
    ModuleRef target =
        new ModuleRef("", "", "", l.address(), ConversionVersion.valueOf(l.conversion()), false);
    return new FaultListening(signs, target, l.gone(), l.seconds());
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

  /** The last lamp check; empty where there was none. */
  public Optional<LampCheck.Result> lampCheck() {
    return Optional.ofNullable(lamps).map(LampCheck::result);
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
