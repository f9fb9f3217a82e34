package hitchlamp.core.fault;

import hitchlamp.core.j1939.FaultMessage;
import hitchlamp.core.j1939.Lamps;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.j1939.RawValue;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.LampKind;
import hitchlamp.core.pack.ModuleKind;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Parameter;
import hitchlamp.core.station.Command;
import hitchlamp.core.station.Event;
import hitchlamp.core.station.Procedure;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * The lamp check: the key goes off and on, each lamp must light and go out. What the modules
 * command is listened to, what the eye sees is asked. Nothing is sent to the unit.
 *
 * <p>The operator's answers: {@link #KEY_IS_OFF} where a module goes on talking after the key is
 * off, then {@link #KEY_IS_ON}; {@code lamp=SEEN} with a lamp's id and a {@link LampLine.Seen}.
 */
public final class LampCheck implements Procedure<LampCheck.Result> {
  /** Answer: the key is off although the bus is not silent. */
  public static final String KEY_IS_OFF = "key is off";

  /** Answer: the key has just been turned on. */
  public static final String KEY_IS_ON = "key is on";

  /** Silence of all lamp modules that shows that the key is off. */
  static final long SILENT_MICROS = 1_500_000;

  /** Time after key-on in which a lamp must have gone out (common practice, no source). */
  static final long LISTEN_MICROS = 8_000_000;

  /** True where an answer can be understood: one about the key, or about a lamp of the pack. */
  public static boolean understands(Pack pack, String choice) {
    if (choice.equals(KEY_IS_OFF) || choice.equals(KEY_IS_ON)) {
      return true;
    }
    int equals = choice.indexOf('=');
    return equals > 0
        && pack.lamps().containsKey(choice.substring(0, equals))
        && seen(choice).isPresent();
  }

  /** What an answer about a lamp says was seen. */
  private static Optional<LampLine.Seen> seen(String choice) {
    String word = choice.substring(choice.indexOf('=') + 1);
    return Arrays.stream(LampLine.Seen.values()).filter(s -> s.name().equals(word)).findFirst();
  }

  /** How far it is. */
  public enum Stage {
    /** The key is to be turned off. */
    KEY_OFF,
    /** The key is to be turned on. */
    KEY_ON,
    /** The modules are listened to; the operator looks. */
    LISTENING,
    /** What the eye saw is asked. */
    ASKING,
    DONE,
    /** Stopped before every lamp was answered. */
    STOPPED
  }

  /**
   * What was found so far.
   *
   * @param says what is to be done now, for the operator
   * @param lamps in the pack's order
   */
  public record Result(Stage stage, String says, List<LampLine> lamps) {
    /** True where nothing more is to come. */
    public boolean ended() {
      return stage == Stage.DONE || stage == Stage.STOPPED;
    }

    /** True where the operator said something about at least one lamp. */
    public boolean looked() {
      return lamps.stream().anyMatch(l -> l.seen() != LampLine.Seen.NOT_ASKED);
    }

    /** What it came to, as sentences for the logbook. */
    public String summary() {
      long passed = lamps.stream().filter(l -> LampVerdict.of(l).verdict() == Verdict.PASS).count();
      String failed =
          lamps.stream()
              .filter(l -> LampVerdict.of(l).verdict() == Verdict.FAIL)
              .map(l -> " " + l.lamp().title() + ": " + LampVerdict.of(l).says())
              .collect(Collectors.joining());
      return FaultWords.say(
          "lamp-check-of-lamps-pass",
          passed,
          lamps.size(),
          stage == Stage.STOPPED ? FaultWords.say("it-was-stopped-before-its-end") : "",
          failed);
    }
  }

  /** What a module said about a lamp since the key went on. */
  private static final class Said {
    boolean told;
    boolean lit;
    boolean out;
  }

  private final Pack pack;
  private final Map<Integer, String> moduleAt = new HashMap<>();
  private final Map<String, Boolean> heard = new HashMap<>();
  private final Map<String, Map<String, Said>> said = new HashMap<>();
  private final Map<String, LampLine.Seen> seen = new LinkedHashMap<>();
  private Stage stage = Stage.KEY_OFF;
  private long lastHeard;
  private long until = Long.MAX_VALUE;
  private boolean byHand;

  /**
   * @param pack whose lamps are checked
   * @param targets modules that answered the roll, for their addresses
   */
  public LampCheck(Pack pack, List<ModuleRef> targets) {
    this.pack = pack;
    for (ModuleKind kind : pack.modules().values()) {
      moduleAt.put(kind.address(), kind.id());
    }
    targets.stream()
        .filter(t -> !t.kind().isEmpty())
        .forEach(t -> moduleAt.put(t.address(), t.kind()));
    pack.lamps().keySet().forEach(id -> seen.put(id, LampLine.Seen.NOT_ASKED));
  }

  @Override
  public boolean finished() {
    return stage == Stage.DONE || stage == Stage.STOPPED;
  }

  @Override
  public List<Command> on(Event event) {
    List<Command> out = new ArrayList<>();
    if (finished()) {
      return out;
    }
    if (event instanceof Event.Began b) {
      if (pack.lamps().isEmpty()) {
        stage = Stage.DONE;
        return out;
      }
      lastHeard = b.micros();
      out.add(new Command.WakeAt(lastHeard + SILENT_MICROS));
    } else if (event instanceof Event.Heard h) {
      heard(h.message(), out);
    } else if (event instanceof Event.Ticked t) {
      ticked(t.micros(), out);
    } else if (event instanceof Event.Claimed c) {
      // Modules claim their addresses when their supply comes.
      if (stage == Stage.KEY_ON && commandsLamps(moduleAt.getOrDefault(c.address(), ""))) {
        keyOn(c.micros(), out);
      }
    } else if (event instanceof Event.Said s) {
      answered(s.choice(), s.micros(), out);
    } else if (event instanceof Event.StopAsked) {
      stage = Stage.STOPPED;
    }
    return out;
  }

  private boolean commandsLamps(String module) {
    return pack.lamps().values().stream().anyMatch(l -> l.by().contains(module));
  }

  private void heard(Message m, List<Command> out) {
    String module = moduleAt.get(m.source());
    if (module == null || !commandsLamps(module)) {
      return;
    }
    long silence = m.lastMicros() - lastHeard;
    lastHeard = m.lastMicros();
    if (stage == Stage.KEY_ON && !byHand) {
      if (silence >= SILENT_MICROS) {
        keyOn(m.lastMicros(), out);
      } else {
        // By its stamp the bus was never silent; only its frames came late.
        stage = Stage.KEY_OFF;
        out.add(new Command.WakeAt(lastHeard + SILENT_MICROS));
      }
    }
    if (stage == Stage.LISTENING) {
      heard.put(module, true);
      pack.lamps().values().stream()
          .filter(l -> l.by().contains(module))
          .forEach(l -> note(l, module, m));
    }
  }

  private void keyOn(long micros, List<Command> out) {
    stage = Stage.LISTENING;
    until = micros + LISTEN_MICROS;
    out.add(new Command.WakeAt(until));
  }

  private void note(LampKind lamp, String module, Message m) {
    boolean on;
    if (lamp.fault().isPresent()) {
      if (m.pgn() != Pgn.DM1) {
        return;
      }
      Lamps.Lamp state =
          lamp.fault()
              .get()
              .of(FaultMessage.of(m.data(), pack.modules().get(module).conversion()).lamps());
      if (state == Lamps.Lamp.NOT_AVAILABLE) {
        return;
      }
      on = state != Lamps.Lamp.OFF;
    } else {
      Parameter p = pack.parameters().get(lamp.spn());
      if (p == null || p.pgn() != m.pgn()) {
        return;
      }
      Parameter.Reading r = p.read(m);
      if (r.state() != RawValue.VALID) {
        return;
      }
      on = r.raw() != 0;
    }
    Said s =
        said.computeIfAbsent(lamp.id(), k -> new HashMap<>())
            .computeIfAbsent(module, k -> new Said());
    s.told = true;
    s.lit |= on;
    s.out = !on;
  }

  private void ticked(long micros, List<Command> out) {
    if (stage == Stage.KEY_OFF) {
      if (micros - lastHeard >= SILENT_MICROS) {
        stage = Stage.KEY_ON;
      } else {
        out.add(new Command.WakeAt(lastHeard + SILENT_MICROS));
      }
    } else if (stage == Stage.LISTENING) {
      if (micros >= until) {
        stage = Stage.ASKING;
        endIfAnswered();
      } else {
        out.add(new Command.WakeAt(until));
      }
    }
  }

  private void answered(String choice, long micros, List<Command> out) {
    if (choice.equals(KEY_IS_OFF) && stage == Stage.KEY_OFF) {
      stage = Stage.KEY_ON;
      byHand = true;
    } else if (choice.equals(KEY_IS_ON) && stage == Stage.KEY_ON) {
      keyOn(micros, out);
    }
    int equals = choice.indexOf('=');
    String lamp = equals < 0 ? "" : choice.substring(0, equals);
    boolean early = stage == Stage.KEY_OFF || stage == Stage.KEY_ON;
    if (early || !seen.containsKey(lamp)) {
      return;
    }
    seen(choice).ifPresent(s -> seen.put(lamp, s));
    endIfAnswered();
  }

  private void endIfAnswered() {
    if (stage == Stage.ASKING && !seen.containsValue(LampLine.Seen.NOT_ASKED)) {
      stage = Stage.DONE;
    }
  }

  /** The link broke: what was found is kept. */
  public void brokenOff() {
    if (!finished()) {
      stage = Stage.STOPPED;
    }
  }

  @Override
  public Result result() {
    List<LampLine> lines = new ArrayList<>();
    for (LampKind lamp : pack.lamps().values()) {
      lines.add(
          new LampLine(
              lamp,
              lamp.by().stream().map(module -> commanded(lamp, module)).toList(),
              seen.get(lamp.id())));
    }
    return new Result(stage, says(), List.copyOf(lines));
  }

  private LampLine.Commanded commanded(LampKind lamp, String module) {
    Said s = said.getOrDefault(lamp.id(), Map.of()).getOrDefault(module, new Said());
    ModuleKind kind = pack.modules().get(module);
    return new LampLine.Commanded(
        module,
        kind == null ? module : kind.title(),
        heard.getOrDefault(module, false),
        s.told,
        s.lit,
        s.out);
  }

  private String says() {
    return switch (stage) {
      case KEY_OFF -> FaultWords.say("turn-the-key-off");
      case KEY_ON -> FaultWords.say("turn-the-key-on-and-look");
      case LISTENING -> FaultWords.say("look-at-the-lamps-each-must");
      case ASKING -> FaultWords.say("what-did-each-lamp-do");
      case DONE ->
          pack.lamps().isEmpty()
              ? FaultWords.say("the-pack-names-no-lamps-of")
              : FaultWords.say("every-lamp-is-answered");
      case STOPPED -> FaultWords.say("the-lamp-check-was-stopped-what");
    };
  }
}
