package hitchlamp.core.trial.lamps;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.trial.lamps.LampsSeen.Commanded;
import hitchlamp.core.words.Said;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;

/**
 * What a lamp check says about one lamp: a pure function of what was commanded and what was seen.
 * Rules: common practice, no source.
 */
final class LampVerdict {
  private LampVerdict() {}

  /** The verdict on a lamp. */
  static Judgement.Part of(LampsSeen.Lamp lamp) {
    List<Commanded> silent = lamp.by().stream().filter(c -> !c.heard()).toList();
    List<Commanded> lit = lamp.by().stream().filter(Commanded::lit).toList();
    List<Commanded> kept = lit.stream().filter(c -> !c.out()).toList();
    return switch (lamp.seen()) {
      case NOT_ASKED, DID_NOT_LOOK ->
          part(
              lamp,
              Verdict.CANNOT_TELL,
              LampsWords.said("nobody-has-looked-at-it"),
              LampsWords.said("turn-the-key-off-and-on"));
      case NEVER_LIT -> dark(lamp, lit, silent);
      case STAYED_LIT -> stayed(lamp, kept, silent);
      case LIT_THEN_OUT -> works(lamp, lit, kept, silent);
    };
  }

  private static Judgement.Part part(LampsSeen.Lamp lamp, Verdict verdict, Said says, Said next) {
    return new Judgement.Part(lamp.id(), lamp.title(), verdict, says, next);
  }

  private static Judgement.Part dark(
      LampsSeen.Lamp lamp, List<Commanded> lit, List<Commanded> silent) {
    if (!lit.isEmpty()) {
      return part(
          lamp,
          Verdict.FAIL,
          LampsWords.said("commanded-on-by-the-and-it", names(lit)),
          LampsWords.said("the-lamp-itself-its-wire-or", shown(lamp)));
    }
    if (!silent.isEmpty()) {
      return part(
          lamp,
          Verdict.FAIL,
          LampsWords.said("it-never-lit-and-the-said", names(silent)),
          LampsWords.said("supply-ground-and-fuse-of-the", names(silent)));
    }
    return part(
        lamp,
        Verdict.CANNOT_TELL,
        LampsWords.said("it-never-lit-and-no-module"),
        LampsWords.said("does-this-unit-test-the-lamp", names(lamp.by())));
  }

  private static Judgement.Part stayed(
      LampsSeen.Lamp lamp, List<Commanded> kept, List<Commanded> silent) {
    if (!kept.isEmpty()) {
      return part(
          lamp,
          Verdict.PASS,
          LampsWords.said("the-lamp-works-the-keeps-it", names(kept)),
          LampsWords.said("read-the-faults-of-the", names(kept)));
    }
    if (!silent.isEmpty()) {
      return part(
          lamp,
          Verdict.FAIL,
          LampsWords.said("it-stays-lit-and-the-says", names(silent)),
          LampsWords.said("supply-ground-and-fuse-of-the-first", names(silent)));
    }
    return part(
        lamp,
        Verdict.FAIL,
        LampsWords.said("every-module-commands-it-off-and"),
        LampsWords.said("its-wire-shorted-or", shown(lamp)));
  }

  private static Judgement.Part works(
      LampsSeen.Lamp lamp, List<Commanded> lit, List<Commanded> kept, List<Commanded> silent) {
    if (!kept.isEmpty()) {
      return part(
          lamp,
          Verdict.FAIL,
          LampsWords.said("it-went-out-though-the-still", names(kept)),
          LampsWords.said("a-loose-contact-at-the-lamp", shown(lamp)));
    }
    if (!silent.isEmpty()) {
      return part(
          lamp,
          Verdict.CANNOT_TELL,
          LampsWords.said("the-lamp-works-whether-the-can", names(silent)),
          LampsWords.said("find-out-why-the-is-silent", names(silent)));
    }
    return lit.isEmpty()
        ? part(
            lamp,
            Verdict.CANNOT_TELL,
            LampsWords.said("the-lamp-works-but-no-module"),
            LampsWords.said("whether-the-can-light-it-is", names(lamp.by())))
        : part(
            lamp, Verdict.PASS, LampsWords.said("it-lit-when-commanded-and-went"), Said.plain(""));
  }

  private static String shown(LampsSeen.Lamp lamp) {
    return lamp.shown().isEmpty()
        ? LampsWords.say("what-lights-it")
        : LampsWords.say("the-that-light-it", lamp.shown());
  }

  private static String names(List<Commanded> by) {
    return by.stream()
            .map(c -> c.title().toLowerCase(Locale.ROOT))
            .collect(Collectors.joining(" and "))
        + (by.size() == 1 ? " module" : " modules");
  }
}
