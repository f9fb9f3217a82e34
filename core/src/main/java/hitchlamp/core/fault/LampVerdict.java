package hitchlamp.core.fault;

import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.LampKind;
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
              FaultWords.say("nobody-has-looked-at-it"),
              FaultWords.say("turn-the-key-off-and-on"));
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
          FaultWords.say("commanded-on-by-the-and-it", names(lit)),
          FaultWords.say("the-lamp-itself-its-wire-or", shown(line.lamp())));
    }
    if (!silent.isEmpty()) {
      return new LampVerdict(
          Verdict.FAIL,
          FaultWords.say("it-never-lit-and-the-said", names(silent)),
          FaultWords.say("supply-ground-and-fuse-of-the", names(silent)));
    }
    return new LampVerdict(
        Verdict.CANNOT_TELL,
        FaultWords.say("it-never-lit-and-no-module"),
        FaultWords.say("does-this-unit-test-the-lamp", names(line.by())));
  }

  private static LampVerdict stayed(
      LampLine line, List<LampLine.Commanded> kept, List<LampLine.Commanded> silent) {
    if (!kept.isEmpty()) {
      return new LampVerdict(
          Verdict.PASS,
          FaultWords.say("the-lamp-works-the-keeps-it", names(kept)),
          FaultWords.say("read-the-faults-of-the", names(kept)));
    }
    if (!silent.isEmpty()) {
      return new LampVerdict(
          Verdict.FAIL,
          FaultWords.say("it-stays-lit-and-the-says", names(silent)),
          FaultWords.say("supply-ground-and-fuse-of-the-first", names(silent)));
    }
    return new LampVerdict(
        Verdict.FAIL,
        FaultWords.say("every-module-commands-it-off-and"),
        FaultWords.say("its-wire-shorted-or", shown(line.lamp())));
  }

  private static LampVerdict lamp(
      LampLine line,
      List<LampLine.Commanded> lit,
      List<LampLine.Commanded> kept,
      List<LampLine.Commanded> silent) {
    if (!kept.isEmpty()) {
      return new LampVerdict(
          Verdict.FAIL,
          FaultWords.say("it-went-out-though-the-still", names(kept)),
          FaultWords.say("a-loose-contact-at-the-lamp", shown(line.lamp())));
    }
    if (!silent.isEmpty()) {
      return new LampVerdict(
          Verdict.CANNOT_TELL,
          FaultWords.say("the-lamp-works-whether-the-can", names(silent)),
          FaultWords.say("find-out-why-the-is-silent", names(silent)));
    }
    return lit.isEmpty()
        ? new LampVerdict(
            Verdict.CANNOT_TELL,
            FaultWords.say("the-lamp-works-but-no-module"),
            FaultWords.say("whether-the-can-light-it-is", names(line.by())))
        : new LampVerdict(Verdict.PASS, FaultWords.say("it-lit-when-commanded-and-went"), "");
  }

  private static String shown(LampKind lamp) {
    return lamp.shown().isEmpty()
        ? FaultWords.say("what-lights-it")
        : FaultWords.say("the-that-light-it", lamp.shown());
  }

  private static String names(List<LampLine.Commanded> by) {
    return by.stream()
            .map(c -> c.title().toLowerCase(Locale.ROOT))
            .collect(Collectors.joining(" and "))
        + (by.size() == 1 ? " module" : " modules");
  }
}
