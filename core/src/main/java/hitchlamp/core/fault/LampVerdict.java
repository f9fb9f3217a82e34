package hitchlamp.core.fault;

import hitchlamp.core.pack.LampKind;
import hitchlamp.core.trial.Verdict;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;

/**
 * What a lamp check says about one lamp: a pure function of what was commanded and what was seen.
 * Rules: common practice, no source.
 *
 * @param says what it means, as a sentence
 * @param next what to do; empty where nothing is to be done
 */
public record LampVerdict(Verdict verdict, String says, String next) {
  /** The verdict on a lamp. */
  public static LampVerdict of(LampLine line) {
    List<LampLine.Commanded> silent = line.by().stream().filter(c -> !c.heard()).toList();
    List<LampLine.Commanded> lit = line.by().stream().filter(LampLine.Commanded::lit).toList();
    List<LampLine.Commanded> kept = lit.stream().filter(c -> !c.out()).toList();
    return switch (line.seen()) {
      case NOT_ASKED, DID_NOT_LOOK ->
          new LampVerdict(
              Verdict.CANNOT_TELL,
              "Nobody has looked at it.",
              "Turn the key off and on again and look.");
      case NEVER_LIT -> dark(line, lit, silent);
      case STAYED_LIT -> stayed(line, kept, silent);
      case LIT_THEN_OUT -> lamp(line, lit, kept, silent);
    };
  }

  private static LampVerdict dark(
      LampLine line, List<LampLine.Commanded> lit, List<LampLine.Commanded> silent) {
    if (!lit.isEmpty()) {
      return new LampVerdict(
          Verdict.FAIL,
          "Commanded on by the " + names(lit) + ", and it never lit.",
          "The lamp itself, its wire, or "
              + shown(line.lamp())
              + ": do other lamps light? Then the lamp; if none does, the supply there.");
    }
    if (!silent.isEmpty()) {
      return new LampVerdict(
          Verdict.FAIL,
          "It never lit, and the " + names(silent) + " said nothing after key-on.",
          "Supply, ground and fuse of the "
              + names(silent)
              + " first; a lamp that never lights often tells of them.");
    }
    return new LampVerdict(
        Verdict.CANNOT_TELL,
        "It never lit, and no module commanded it on at key-on.",
        "Does this unit test the lamp at key-on? If it should, look at the adjustments of the "
            + names(line.by())
            + ".");
  }

  private static LampVerdict stayed(
      LampLine line, List<LampLine.Commanded> kept, List<LampLine.Commanded> silent) {
    if (!kept.isEmpty()) {
      return new LampVerdict(
          Verdict.PASS,
          "The lamp works; the " + names(kept) + " keeps it on for a reason.",
          "Read the faults of the " + names(kept) + ".");
    }
    if (!silent.isEmpty()) {
      return new LampVerdict(
          Verdict.FAIL,
          "It stays lit, and the " + names(silent) + " says nothing: nobody puts it out.",
          "Supply, ground and fuse of the " + names(silent) + " first.");
    }
    return new LampVerdict(
        Verdict.FAIL,
        "Every module commands it off, and it stays lit.",
        "Its wire shorted, or " + shown(line.lamp()) + ".");
  }

  private static LampVerdict lamp(
      LampLine line,
      List<LampLine.Commanded> lit,
      List<LampLine.Commanded> kept,
      List<LampLine.Commanded> silent) {
    if (!kept.isEmpty()) {
      return new LampVerdict(
          Verdict.FAIL,
          "It went out, though the " + names(kept) + " still commands it on.",
          "A loose contact at the lamp, or " + shown(line.lamp()) + ". Look again.");
    }
    if (!silent.isEmpty()) {
      return new LampVerdict(
          Verdict.CANNOT_TELL,
          "The lamp works. Whether the "
              + names(silent)
              + " can light it was not shown: it said nothing.",
          "Find out why the " + names(silent) + " is silent.");
    }
    return lit.isEmpty()
        ? new LampVerdict(
            Verdict.CANNOT_TELL,
            "The lamp works, but no module was heard to command it.",
            "Whether the " + names(line.by()) + " can light it is not shown by this.")
        : new LampVerdict(Verdict.PASS, "It lit when commanded and went out.", "");
  }

  private static String shown(LampKind lamp) {
    return lamp.shown().isEmpty() ? "what lights it" : "the " + lamp.shown() + " that light it";
  }

  private static String names(List<LampLine.Commanded> by) {
    return by.stream()
            .map(c -> c.title().toLowerCase(Locale.ROOT))
            .collect(Collectors.joining(" and "))
        + (by.size() == 1 ? " module" : " modules");
  }
}
