package hitchlamp.core.trial.lamps;

import hitchlamp.core.j1939.FaultMessage;
import hitchlamp.core.j1939.Lamps;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.j1939.RawValue;
import hitchlamp.core.pack.LampKind;
import hitchlamp.core.pack.ModuleKind;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Parameter;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Scene;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.Step;
import hitchlamp.core.trial.lamps.LampsSeen.Seen;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** The course of a lamp check: key off, key on, listen, ask. */
final class LampScript implements Script<LampsSeen> {
  /** Silence of all lamp modules that shows that the key is off. */
  static final long SILENT_MICROS = 1_500_000;

  /** Time after key-on in which a lamp must have gone out (common practice, no source). */
  static final long LISTEN_MICROS = 8_000_000;

  private enum Stage {
    KEY_OFF,
    KEY_ON,
    /** The modules are listened to; the operator looks. */
    LISTENING,
    /** What the eye saw is asked. */
    ASKING
  }

  /** What a module commanded of a lamp since the key went on. */
  private static final class Orders {
    boolean told;
    boolean lit;
    boolean out;
  }

  private final Pack pack;
  private final Set<String> heard = new HashSet<>();
  private final Map<String, Map<String, Orders>> orders = new HashMap<>();
  private final Map<String, Seen> seen = new LinkedHashMap<>();
  private Stage stage = Stage.KEY_OFF;
  private long lastHeard = Long.MIN_VALUE;
  private long until;
  private boolean byHand;

  LampScript(Pack pack) {
    this.pack = pack;
    pack.lamps().keySet().forEach(id -> seen.put(id, Seen.NOT_ASKED));
  }

  @Override
  public Step next(Scene scene) {
    if (lastHeard == Long.MIN_VALUE) {
      lastHeard = scene.now();
    }
    if (stage == Stage.KEY_OFF && scene.now() - lastHeard >= SILENT_MICROS) {
      stage = Stage.KEY_ON;
    } else if (stage == Stage.LISTENING && scene.now() >= until) {
      stage = Stage.ASKING;
    }
    if (stage == Stage.ASKING && !seen.containsValue(Seen.NOT_ASKED)) {
      return new Step.Done(true, LampsWords.said("every-lamp-is-answered"));
    }
    return switch (stage) {
      case KEY_OFF ->
          new Step.Ask(
              List.of(
                  new Step.Choice(Act.of(LampCheck.KEY_OFF), LampsWords.said("the-key-is-off"))),
              LampsWords.said("turn-the-key-off"));
      case KEY_ON ->
          new Step.Ask(
              List.of(new Step.Choice(Act.of(LampCheck.KEY_ON), LampsWords.said("the-key-is-on"))),
              LampsWords.said("turn-the-key-on-and-look"));
      case LISTENING -> new Step.Ask(others(), LampsWords.said("look-at-the-lamps-each-must"));
      case ASKING -> new Step.Ask(others(), LampsWords.said("what-did-each-lamp-do"));
    };
  }

  private List<Step.Choice> others() {
    long open = seen.values().stream().filter(s -> s == Seen.NOT_ASKED).count();
    if (open < 2) {
      return List.of();
    }
    Said label = LampsWords.said(open == seen.size() ? "all-lit" : "all-others-lit");
    return List.of(new Step.Choice(Act.of(LampCheck.OTHERS_LIT), label));
  }

  @Override
  public void heard(Message m, Scene scene) {
    String module = scene.moduleAt(m.source());
    if (!commandsLamps(module)) {
      return;
    }
    long silence = m.lastMicros() - lastHeard;
    lastHeard = m.lastMicros();
    if (stage == Stage.KEY_ON && !byHand) {
      if (silence >= SILENT_MICROS) {
        keyOn(m.lastMicros());
      } else {
        // By its stamp the bus was never silent; only its frames came late.
        stage = Stage.KEY_OFF;
      }
    }
    if (stage == Stage.LISTENING) {
      heard.add(module);
      pack.lamps().values().stream()
          .filter(l -> l.by().contains(module))
          .forEach(l -> note(l, module, m));
    }
  }

  @Override
  public void claimed(int address, Scene scene) {
    // Modules claim their addresses when their supply comes.
    if (stage == Stage.KEY_ON && commandsLamps(scene.moduleAt(address))) {
      keyOn(scene.now());
    }
  }

  private boolean commandsLamps(String module) {
    return pack.lamps().values().stream().anyMatch(l -> l.by().contains(module));
  }

  private void keyOn(long micros) {
    stage = Stage.LISTENING;
    until = micros + LISTEN_MICROS;
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
    Orders o =
        orders
            .computeIfAbsent(lamp.id(), k -> new HashMap<>())
            .computeIfAbsent(module, k -> new Orders());
    o.told = true;
    o.lit |= on;
    o.out = !on;
  }

  @Override
  public Optional<Said> act(Act act, Scene scene) {
    boolean early = stage == Stage.KEY_OFF || stage == Stage.KEY_ON;
    switch (act.action()) {
      case LampCheck.KEY_OFF -> {
        if (stage == Stage.KEY_OFF) {
          stage = Stage.KEY_ON;
          byHand = true;
        }
      }
      case LampCheck.KEY_ON -> {
        if (stage == Stage.KEY_ON) {
          keyOn(scene.now());
        }
      }
      case LampCheck.OTHERS_LIT -> {
        if (!early) {
          seen.replaceAll((id, s) -> s == Seen.NOT_ASKED ? Seen.LIT_THEN_OUT : s);
        }
      }
      default -> {
        if (early) {
          return Optional.of(LampsWords.said("the-key-first"));
        }
        LampCheck.seen(act).ifPresent(s -> seen.put(act.arguments().get(0), s));
      }
    }
    return Optional.empty();
  }

  @Override
  public void leaving(Scene scene) {
    // What was answered is kept as it is.
  }

  @Override
  public LampsSeen observed(Scene scene) {
    List<LampsSeen.Lamp> lamps = new ArrayList<>();
    for (LampKind l : pack.lamps().values()) {
      lamps.add(
          new LampsSeen.Lamp(
              l.id(),
              l.title(),
              l.shown(),
              l.by().stream().map(module -> commanded(l, module)).toList(),
              seen.get(l.id())));
    }
    return new LampsSeen(stage == Stage.LISTENING || stage == Stage.ASKING, lamps);
  }

  private LampsSeen.Commanded commanded(LampKind lamp, String module) {
    Orders o = orders.getOrDefault(lamp.id(), Map.of()).getOrDefault(module, new Orders());
    ModuleKind kind = pack.modules().get(module);
    return new LampsSeen.Commanded(
        module, kind == null ? module : kind.title(), heard.contains(module), o.told, o.lit, o.out);
  }
}
