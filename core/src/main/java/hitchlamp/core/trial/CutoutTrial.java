package hitchlamp.core.trial;

import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.RawValue;
import hitchlamp.core.pack.CutoutKind;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Parameter;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.station.Command;
import hitchlamp.core.station.Event;
import hitchlamp.core.station.Hold;
import hitchlamp.core.station.Procedure;
import hitchlamp.core.station.SessionHold;
import hitchlamp.core.station.Urgency;
import hitchlamp.core.uds.Exchange;
import hitchlamp.core.uds.Reply;
import hitchlamp.core.uds.Services;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * Cylinder cutout by hand (E2): the engine idles, single cylinders are switched off and on, and
 * what is lost is seen in speed and fuelling. A session is opened and held; the cut is a control
 * with a hold of its own, so that whatever way this ends, all cylinders fire again. It lets go by
 * itself when the browser falls silent, the engine is about to stall, the unit moves, or nobody
 * tells the engine's speed any more.
 *
 * <p>The operator's answers: {@link #BEGIN}; {@code off N} and {@code on N} with a cylinder; {@link
 * #ALL_ON}; {@link #THREE} to allow the most that may ever be off; {@code heard N CHANGED} or
 * {@code heard N SAME}; {@link #ALIVE}, at least once in {@link #ALIVE_MICROS}; {@link #END}.
 */
public final class CutoutTrial implements Procedure<CutoutResult> {
  /** Answer: begin, where every precondition holds. */
  public static final String BEGIN = "begin";

  /** Answer: all cylinders fire again. */
  public static final String ALL_ON = "all on";

  /** Answer: as many as the pack ever allows may be off at a time. */
  public static final String THREE = "allow most";

  /** Answer: a browser looks on. */
  public static final String ALIVE = "alive";

  /** Answer: the unit stands, where it does not tell that itself. */
  public static final String STANDS = "stands";

  /** Answer: the test is over. */
  public static final String END = "end";

  /** A hands-on test lets go so long after the last sign of a browser. */
  public static final long ALIVE_MICROS = 3_000_000;

  /** Longest that a cylinder stays off: unburnt oil and noise (common practice, no source). */
  public static final long LONGEST_CUT_MICROS = 60_000_000;

  private static final long LOOK_MICROS = 100_000;
  private static final long BASE_MICROS = 2_000_000;
  private static final int STEADY_PARTS = 4;
  private static final long DIP_MICROS = 1_500_000;
  private static final long SPEED_LOST_MICROS = 1_000_000;
  private static final double STALLS_BELOW_RPM = 420;
  private static final double IDLE_UP_TO_RPM = 1_200;
  private static final double MOVES_KMH = 3;
  private static final int SPEED = 190;
  private static final int COOLANT = 110;
  private static final int EXHAUST = 173;
  private static final int ROAD_SPEED = 84;
  private static final int MOST_OBSERVATIONS = 200;
  private static final long TRACE_MICROS = 100_000;
  private static final int MOST_TRACE = 6_000;

  private enum Asked {
    NOTHING,
    SESSION,
    CONTROL,
    FUELLING
  }

  private final Pack pack;
  private final CutoutKind kind;
  private final int address;
  private final String session;
  private final String cut;
  private final Stretch rpm = new Stretch();
  private final Stretch fuel = new Stretch();
  private final Stretch exhaust = new Stretch();
  private final Set<Integer> off = new TreeSet<>();
  private final List<CutoutObservation> seen = new ArrayList<>();
  private final List<CutoutResult.Point> trace = new ArrayList<>();
  private CutoutResult.Stage stage = CutoutResult.Stage.PREPARING;
  private String says = TrialWords.say("every-precondition-must-hold-before-a");
  private Asked asked = Asked.NOTHING;
  private int ticket;
  private boolean most;
  private boolean going;
  private String why = "";
  private boolean saysItStands;
  private double coolant = Double.NaN;
  private double roadSpeed = Double.NaN;
  private long now;
  private long alive;
  private long changed;
  private long confirmed = Long.MAX_VALUE;
  private long tracedAt = Long.MIN_VALUE / 2;
  private CutoutObservation.Level rpmBase = CutoutObservation.Level.NONE;
  private CutoutObservation.Level fuelBase = CutoutObservation.Level.NONE;
  private double exhaustBase = Double.NaN;

  /**
   * @param pack that names the control; without one it ends at once
   * @param address of the engine's module
   */
  public CutoutTrial(Pack pack, int address) {
    this.pack = pack;
    this.kind =
        pack.cutout()
            .orElseThrow(
                () ->
                    new IllegalArgumentException(
                        TrialWords.say("the-pack-names-no-cylinder-cutout")));
    this.address = address;
    this.session = "cutout session " + address;
    this.cut = "cutout " + address;
  }

  /** True where an answer can be understood. */
  public static boolean understands(CutoutKind kind, String choice) {
    if (Set.of(BEGIN, ALL_ON, THREE, ALIVE, STANDS, END).contains(choice)) {
      return true;
    }
    String[] words = choice.split(" ");
    boolean heard =
        words.length == 3 && words[0].equals("heard") && words[2].matches("CHANGED|SAME");
    boolean one = words.length == 2 && words[0].matches("on|off");
    if (!heard && !one || !words[1].matches("\\d{1,2}")) {
      return false;
    }
    int cylinder = Integer.parseInt(words[1]);
    return cylinder >= 1 && cylinder <= kind.cylinders();
  }

  @Override
  public boolean finished() {
    return stage == CutoutResult.Stage.ENDED;
  }

  @Override
  public List<Command> on(Event event) {
    List<Command> out = new ArrayList<>();
    if (finished()) {
      return out;
    }
    now = Math.max(now, event.micros());
    if (event instanceof Event.Began) {
      alive = now;
      changed = now;
      out.add(new Command.WakeAt(now + LOOK_MICROS));
    } else if (event instanceof Event.Heard h) {
      heard(h.message());
    } else if (event instanceof Event.Ticked) {
      look(out);
      if (!finished()) {
        out.add(new Command.WakeAt(now + LOOK_MICROS));
      }
    } else if (event instanceof Event.Replied r && r.ticket() == ticket) {
      replied(r.reply(), out);
    } else if (event instanceof Event.Said s) {
      said(s.choice(), out);
    } else if (event instanceof Event.StopAsked) {
      end(TrialWords.say("stopped"), out);
    } else if (event instanceof Event.LettingGo) {
      lettingGo();
    } else if (event instanceof Event.LetGo g) {
      gone(g, out);
    } else if (event instanceof Event.NotTaken) {
      stage = CutoutResult.Stage.ENDED;
      says = TrialWords.say("the-module-has-still-to-let-go");
    }
    return out;
  }

  private void heard(Message m) {
    boolean engine = m.source() == address;
    for (Parameter p : pack.parametersIn(m.pgn())) {
      boolean wanted =
          p.spn() == ROAD_SPEED
              || engine && (p.spn() == SPEED || p.spn() == COOLANT || p.spn() == EXHAUST);
      if (!wanted) {
        continue;
      }
      Parameter.Reading r = p.read(m);
      double value = r.state() == RawValue.VALID ? r.value() : Double.NaN;
      switch (p.spn()) {
        case SPEED -> rpm.add(m.lastMicros(), value);
        case EXHAUST -> exhaust.add(m.lastMicros(), value);
        case COOLANT -> coolant = value;
        default -> roadSpeed = value;
      }
    }
  }

  /** Looks around ten times a second: lets go where something is not as it must be. */
  private void look(List<Command> out) {
    boolean handsOn = stage == CutoutResult.Stage.OPENING || stage == CutoutResult.Stage.HOLDING;
    if (handsOn && now - alive > ALIVE_MICROS) {
      end(TrialWords.say("no-browser-has-looked-on-for"), out);
      return;
    }
    if (stage == CutoutResult.Stage.HOLDING) {
      if (now - tracedAt >= TRACE_MICROS && trace.size() < MOST_TRACE) {
        tracedAt = now;
        trace.add(new CutoutResult.Point(now, rpm.last(), fuel.last(), List.copyOf(off)));
      }
      settleBase();
      String danger = danger();
      if (!danger.isEmpty() && !off.isEmpty()) {
        letGo(danger, out);
      }
      if (asked == Asked.NOTHING && !going) {
        call(Asked.FUELLING, Services.read(kind.fuelling()), out);
      }
    }
  }

  private String danger() {
    if (now - rpm.lastMicros() > SPEED_LOST_MICROS) {
      return TrialWords.say("the-engines-speed-is-not-told");
    }
    if (rpm.last() < STALLS_BELOW_RPM) {
      return TrialWords.say("the-engine-was-about-to-stall");
    }
    if (roadSpeed > MOVES_KMH) {
      return TrialWords.say("the-unit-moves");
    }
    return confirmed != Long.MAX_VALUE && now - confirmed > LONGEST_CUT_MICROS
        ? TrialWords.say("off-for-a-minute-which-is")
        : "";
  }

  /** With all firing and the governor at rest, what was before the next cut is known. */
  private void settleBase() {
    if (off.isEmpty() && now - changed >= Math.max(settle(), BASE_MICROS)) {
      rpmBase = rpm.level(now - BASE_MICROS, now);
      fuelBase = fuel.level(now - BASE_MICROS, now);
      exhaustBase = exhaust.last();
    }
  }

  private long settle() {
    return Math.round(kind.settleSeconds() * 1e6);
  }

  private void call(Asked what, byte[] request, List<Command> out) {
    asked = what;
    ticket++;
    out.add(new Command.Call(ticket, address, request, Urgency.TEST, 1, Exchange.FIRST_MICROS));
  }

  private void replied(Reply reply, List<Command> out) {
    Asked was = asked;
    asked = Asked.NOTHING;
    switch (was) {
      case SESSION -> {
        if (reply instanceof Reply.Positive) {
          stage = CutoutResult.Stage.HOLDING;
          out.add(new Command.Confirm(session));
          changed = now;
          says = TrialWords.say("let-it-settle-for-a-few");
          call(Asked.FUELLING, Services.read(kind.fuelling()), out);
        } else {
          end(TrialWords.say("the-module-opens-no-session", reply.says()), out);
        }
      }
      case CONTROL -> {
        if (reply instanceof Reply.Positive p) {
          out.add(new Command.Confirm(cut));
          confirmed = p.micros();
          changed = p.micros();
          says =
              TrialWords.say(
                  "not-fire-listen", capital(words(off)) + (off.size() == 1 ? " does" : " do"));
        } else {
          letGo(TrialWords.say("the-module-did-not-do-it", reply.says()), out);
        }
      }
      case FUELLING -> {
        if (reply instanceof Reply.Positive p) {
          fuelling(p);
        }
        if (stage == CutoutResult.Stage.HOLDING) {
          call(Asked.FUELLING, Services.read(kind.fuelling()), out);
        }
      }
      default -> {}
    }
  }

  private void fuelling(Reply.Positive p) {
    Parameter of = pack.services().identifiers().get(kind.fuelling());
    int bytes = of == null ? 0 : (of.bits() + 7) / 8;
    if (of == null || p.data().length != 3 + bytes) {
      return;
    }
    long raw = 0;
    for (int i = 0; i < bytes; i++) {
      raw = raw << 8 | p.data()[3 + i] & 0xFF;
    }
    if (RawValue.of(raw, of.bits()) == RawValue.VALID) {
      fuel.add(p.micros(), raw * of.scale() + of.offset());
    }
  }

  private void said(String choice, List<Command> out) {
    if (!understands(kind, choice)) {
      return;
    }
    alive = now;
    String[] words = choice.split(" ");
    switch (words[0]) {
      case "begin" -> begin(out);
      case "end" -> end(TrialWords.say("ended"), out);
      case "all" -> {
        if (!off.isEmpty()) {
          letGo("", out);
        }
      }
      case "allow" -> most = true;
      case "stands" -> saysItStands = true;
      case "off" -> switchOff(Integer.parseInt(words[1]), out);
      case "on" -> switchOn(Integer.parseInt(words[1]), out);
      case "heard" ->
          listened(Integer.parseInt(words[1]), CutoutObservation.Heard.valueOf(words[2]));
      default -> {}
    }
  }

  private void begin(List<Command> out) {
    if (stage != CutoutResult.Stage.PREPARING) {
      return;
    }
    List<Precondition> open =
        preconditions().stream().filter(p -> p.state() != Precondition.State.HOLDS).toList();
    if (!open.isEmpty()) {
      says =
          TrialWords.said(
                  "not-begun",
                  Said.joined(". ", open.stream().map(Precondition::says).toList()),
                  open.get(0).how())
              .text();
      return;
    }
    stage = CutoutResult.Stage.OPENING;
    says = TrialWords.say("opening-a-session-with-the-module");
    out.add(
        new Command.Take(
            SessionHold.of(
                session,
                TrialWords.say("cylinder-cutout-is-ready"),
                TrialWords.say("end-the-cutout"),
                now,
                address)));
    call(Asked.SESSION, Services.session(Services.EXTENDED_SESSION), out);
  }

  private void switchOff(int cylinder, List<Command> out) {
    if (stage != CutoutResult.Stage.HOLDING || off.contains(cylinder)) {
      return;
    }
    if (going) {
      says = TrialWords.say("wait-until-the-module-has-let-go");
      return;
    }
    int allowed = most ? kind.most() : kind.atOnce();
    if (off.size() >= allowed) {
      says = TrialWords.say("are-off-already-no-more-than", off.size(), allowed);
      return;
    }
    String danger = danger();
    if (!danger.isEmpty() && off.isEmpty()) {
      says = TrialWords.say("no-cylinder-is-switched-off", danger);
      return;
    }
    observe();
    off.add(cylinder);
    command(out);
  }

  private void switchOn(int cylinder, List<Command> out) {
    if (!off.contains(cylinder) || going) {
      return;
    }
    if (off.size() == 1) {
      letGo("", out);
      return;
    }
    observe();
    off.remove(cylinder);
    command(out);
  }

  /** Commands the cylinders that are off now. What is held is held before it is commanded. */
  private void command(List<Command> out) {
    confirmed = Long.MAX_VALUE;
    says = TrialWords.say("switching-off", words(off));
    String doing =
        off.size() == 1 ? TrialWords.say("does-not-fire") : TrialWords.say("do-not-fire");
    out.add(
        new Command.Take(
            Hold.control(
                cut,
                words(off) + doing,
                TrialWords.say("let-all-cylinders-fire"),
                now,
                address,
                Services.returnControl(kind.identifier()))));
    call(Asked.CONTROL, Services.control(kind.identifier(), kind.mask(off)), out);
  }

  /** Lets all cylinders fire; what is off stays so until the module has answered. */
  private void letGo(String why, List<Command> out) {
    if (going) {
      return;
    }
    observe();
    this.why = why;
    going = true;
    confirmed = Long.MAX_VALUE;
    nothingAsked();
    says = TrialWords.say("letting-go", why).strip();
    out.add(new Command.Release(cut));
  }

  private void end(String why, List<Command> out) {
    if (stage == CutoutResult.Stage.PREPARING) {
      stage = CutoutResult.Stage.ENDED;
      says = why;
    } else if (stage != CutoutResult.Stage.LETTING_GO) {
      this.why = why;
      lettingGo();
      out.add(new Command.Release(cut));
      out.add(new Command.Release(session));
    }
  }

  /** Everything is being let go of, by the test itself or from outside. */
  private void lettingGo() {
    if (stage == CutoutResult.Stage.OPENING || stage == CutoutResult.Stage.HOLDING) {
      observe();
      stage = CutoutResult.Stage.LETTING_GO;
      confirmed = Long.MAX_VALUE;
      nothingAsked();
      if (why.isEmpty()) {
        why = TrialWords.say("let-go-of-everything");
      }
      says = TrialWords.say("letting-go", why).strip();
    }
  }

  /** Answers to what was asked before are of no use any more. */
  private void nothingAsked() {
    asked = Asked.NOTHING;
    ticket++;
  }

  private void gone(Event.LetGo g, List<Command> out) {
    if (!g.confirmed()) {
      stage = CutoutResult.Stage.ENDED;
      says =
          off.isEmpty()
              ? TrialWords.say("session-not-confirmed", why).strip()
              : TrialWords.say("not-confirmed", why, words(off)).strip();
      return;
    }
    off.clear();
    going = false;
    changed = now;
    says = TrialWords.say("all-cylinders-fire", why).strip();
    if (g.holdId().equals(session)) {
      stage = CutoutResult.Stage.ENDED;
    } else if (stage == CutoutResult.Stage.HOLDING) {
      why = "";
      call(Asked.FUELLING, Services.read(kind.fuelling()), out);
    }
  }

  /** The link broke: the module lets go by itself within the time of its session. */
  public void brokenOff() {
    if (!finished()) {
      says =
          off.isEmpty()
              ? TrialWords.say("the-link-broke-before-a-cylinder")
              : TrialWords.say("the-link-broke-with-a-cylinder-off", words(off));
      observe();
      off.clear();
      stage = CutoutResult.Stage.ENDED;
    }
  }

  /** What was seen since the last change, where a cut was confirmed. */
  private void observe() {
    if (off.isEmpty() || confirmed == Long.MAX_VALUE || seen.size() >= MOST_OBSERVATIONS) {
      return;
    }
    long from = confirmed + settle();
    double dip = rpmBase.mean() - rpm.least(confirmed, Math.min(now, confirmed + DIP_MICROS));
    seen.add(
        new CutoutObservation(
            List.copyOf(off),
            confirmed,
            (now - confirmed) / 1e6,
            rpmBase,
            rpmBase.count() > 0 ? rpm.level(from, now) : CutoutObservation.Level.NONE,
            dip,
            fuelBase,
            fuelBase.count() > 0 ? fuel.level(from, now) : CutoutObservation.Level.NONE,
            exhaustBase,
            exhaust.last(),
            CutoutObservation.Heard.NOT_SAID));
  }

  private void listened(int cylinder, CutoutObservation.Heard what) {
    for (int i = seen.size() - 1; i >= 0; i--) {
      if (seen.get(i).off().equals(List.of(cylinder))) {
        seen.set(i, seen.get(i).heard(what));
        return;
      }
    }
  }

  /** What must hold, with what is there now. */
  private List<Precondition> preconditions() {
    double steady = rpm.wander(now - BASE_MICROS, now, STEADY_PARTS);
    boolean told = now - rpm.lastMicros() <= SPEED_LOST_MICROS;
    double speed = told ? rpm.last() : Double.NaN;
    return List.of(
        of(
            "idle",
            TrialWords.said("the-engine-idles", Figure.whole(IDLE_UP_TO_RPM, Unit.RPM)),
            speed,
            speed > STALLS_BELOW_RPM && speed < IDLE_UP_TO_RPM,
            Unit.RPM,
            TrialWords.say("start-the-engine-and-leave-the")),
        of(
            "steady",
            TrialWords.said("speed-steady-within", Figure.whole(kind.steadyRpm(), Unit.RPM)),
            told ? steady : Double.NaN,
            steady <= kind.steadyRpm(),
            Unit.RPM,
            TrialWords.say("switch-off-what-loads-the-engine")),
        of(
            "coolant",
            TrialWords.said("coolant-above", Figure.whole(kind.leastCoolantC(), Unit.CELSIUS)),
            coolant,
            coolant > kind.leastCoolantC(),
            Unit.CELSIUS,
            TrialWords.say("warm-the-engine-up-cold-idle")),
        Double.isNaN(roadSpeed)
            ? new Precondition(
                "parked",
                TrialWords.said("the-unit-stands"),
                saysItStands ? Precondition.State.HOLDS : Precondition.State.NOT_KNOWN,
                saysItStands
                    ? TrialWords.said("as-you-say")
                    : TrialWords.said("not-told-by-this-unit"),
                TrialWords.say("make-sure-that-it-stands-out"))
            : of(
                "parked",
                TrialWords.said("the-unit-stands"),
                roadSpeed,
                roadSpeed < MOVES_KMH,
                Unit.KILOMETRE_PER_HOUR,
                TrialWords.say("park-it-set-the-brake")));
  }

  private static Precondition of(
      String id, Said says, double value, boolean holds, Unit unit, String how) {
    return Double.isNaN(value)
        ? new Precondition(id, says, Precondition.State.NOT_KNOWN, TrialWords.said("not-told"), how)
        : new Precondition(
            id,
            says,
            holds ? Precondition.State.HOLDS : Precondition.State.FAILS,
            TrialWords.said("figure", Figure.whole(value, unit)),
            how);
  }

  private static String words(Set<Integer> cylinders) {
    return (cylinders.size() == 1 ? "cylinder " : "cylinders ")
        + cylinders.stream().map(String::valueOf).collect(Collectors.joining(" and "));
  }

  private static String capital(String text) {
    return text.substring(0, 1).toUpperCase(Locale.ROOT) + text.substring(1);
  }

  @Override
  public CutoutResult result() {
    List<CutoutObservation> all = List.copyOf(seen);
    return new CutoutResult(
        stage,
        says,
        stage == CutoutResult.Stage.PREPARING ? preconditions() : List.of(),
        kind.cylinders(),
        List.copyOf(off),
        confirmed == Long.MAX_VALUE ? 0 : (now - confirmed) / 1e6,
        most ? kind.most() : kind.atOnce(),
        rpm.last(),
        fuel.last(),
        rpmBase.count() > 0,
        all,
        List.copyOf(trace),
        CutoutVerdict.of(kind, all));
  }
}
