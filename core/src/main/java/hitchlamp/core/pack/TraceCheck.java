package hitchlamp.core.pack;

import hitchlamp.core.pack.Guide.Check;
import java.util.List;
import java.util.Optional;

/**
 * Whether what guides and wires of layered packs speak of is there: parts, faults, values, points.
 */
final class TraceCheck {
  private TraceCheck() {}

  /**
   * Looks at all guides and wires.
   *
   * @throws hitchlamp.yaml.YamlFault at the first thing that is not there
   */
  static void check(Pack pack) {
    for (Wiring.Wire w : pack.wiring().wires()) {
      for (String end : List.of(w.from(), w.to())) {
        if (pack.wiring().contactAt(end).isEmpty()) {
          throw w.place().fault(PackWords.say("wire-ends-at-which-is-not", w.number(), end));
        }
      }
    }
    for (Guide g : pack.guides().values()) {
      for (String part : g.parts()) {
        if (!part.contains("*") && component(pack, part).isEmpty()) {
          throw g.place().fault(PackWords.say("there-is-no-component", part));
        }
      }
      g.checks().values().forEach(check -> checkAlone(pack, check));
      if (g.parts().isEmpty()) {
        g.checks().values().forEach(check -> ofSymptom(pack, g, check));
      }
      for (Component c : pack.components().values()) {
        if (g.serves(c.base(), pack.wiring())) {
          g.checks().values().forEach(check -> check(pack, check, c));
        }
      }
    }
  }

  private static Optional<Component> component(Pack pack, String base) {
    return pack.components().values().stream().filter(c -> c.base().equals(base)).findFirst();
  }

  private static void check(Pack pack, Check check, Component part) {
    if (check.asks() instanceof Guide.FaultNow f && f.signsOf(part).isEmpty()) {
      throw check
          .place()
          .fault(
              PackWords.say(
                  "has-no-fault-of-its-own",
                  part.base().isEmpty() ? "a symptom" : "'" + part.base() + "'"));
    }
    if (check.asks() instanceof Guide.Meter m) {
      for (String point : List.of(m.red(), m.black())) {
        if (TracePoint.resolve(pack.wiring(), part.base(), point).isEmpty()) {
          throw check
              .place()
              .fault(
                  PackWords.say(
                      "there-is-no-point-in-the",
                      part.base().isEmpty() ? "for a symptom" : "for '" + part.base() + "'",
                      point));
        }
      }
    }
  }

  /** A guide for a symptom traces no part, so nothing in it can be that part's. */
  private static void ofSymptom(Pack pack, Guide g, Check check) {
    check(pack, check, g.unit(pack));
    if (check.asks() instanceof Guide.Conclusion c && c.part().equals(TracePoint.PART)) {
      throw check.place().fault(PackWords.say("no-part-is-traced-here-name"));
    }
  }

  private static void checkAlone(Pack pack, Check check) {
    if (check.asks() instanceof Guide.FaultNow f) {
      f.signs().stream()
          .filter(s -> s.spn() != Guide.FaultNow.OWN)
          .forEach(s -> known(pack, s, check));
    }
    if (check.asks() instanceof Guide.Test t
        && pack.bench().tests().values().stream().noneMatch(k -> k.kind().equals(t.kind()))) {
      throw check.place().fault(PackWords.say("there-is-no-test-known-here", t.kind()));
    }
    if (check.asks() instanceof Guide.ValueNow v && pack.told(v.of()).isEmpty()) {
      throw check.place().fault(PackWords.say("nobody-tells-the-value-of-spn", v.of()));
    }
    if (check.asks() instanceof Guide.Conclusion c
        && !c.part().isEmpty()
        && !c.part().equals(TracePoint.PART)
        && component(pack, c.part()).isEmpty()) {
      throw check.place().fault(PackWords.say("there-is-no-component", c.part()));
    }
  }

  private static void known(Pack pack, Component.FaultPattern s, Check check) {
    boolean named =
        pack.components().values().stream()
            .anyMatch(c -> c.signs().stream().anyMatch(x -> x.spn() == s.spn()));
    if (!named && !pack.spnTexts().containsKey(s.spn())) {
      throw check.place().fault(PackWords.say("unknown-fault-nothing-in-the-pack", s.spn()));
    }
  }
}
