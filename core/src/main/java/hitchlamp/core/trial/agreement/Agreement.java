package hitchlamp.core.trial.agreement;

import hitchlamp.core.agreement.Disagreement;
import hitchlamp.core.agreement.SensorAgreement;
import hitchlamp.core.agreement.Sheet;
import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Parameter;
import hitchlamp.core.pack.Relation;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.TestKind;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Sensors watch each other: they are read together for some seconds, and what disagrees with all
 * others is named. Nothing is sent but the reading of identifiers.
 */
public final class Agreement implements TestKind<Agreement.Setup, AgreementSeen> {
  /** Short name of the kind. */
  public static final String ID = "agreement";

  private static final double LEAST_SECONDS = 2;
  private static final double MOST_SECONDS = 120;

  /**
   * How a sensor is told.
   *
   * @param read name of the identifier that it is read by; empty where it is broadcast
   */
  record Told(int spn, String read, Parameter parameter) {}

  /**
   * @param told each sensor that a relation is about, by its SPN
   * @param seconds for which they are read
   */
  public record Setup(
      Pack pack, List<Relation> relations, Map<Integer, Told> told, double seconds) {}

  @Override
  public Head<AgreementSeen> head() {
    return new Head<>(ID, 1, AgreementSeen.class, Attended.LISTENING);
  }

  @Override
  public Setup read(TestSpec spec, Pack pack) {
    if (spec.relations().isEmpty()) {
      throw spec.place().fault(AgreementTestWords.say("names-no-relations"));
    }
    Map<Integer, Told> told = new LinkedHashMap<>();
    Set<Integer> spns = new LinkedHashSet<>();
    spec.relations().forEach(r -> spns.addAll(r.spns()));
    for (int spn : spns) {
      told.put(
          spn,
          told(spn, spec, pack)
              .orElseThrow(() -> spec.place().fault(AgreementTestWords.say("is-not-read", spn))));
    }
    return new Setup(
        pack, spec.relations(), told, spec.figure("seconds", LEAST_SECONDS, MOST_SECONDS, 6));
  }

  /** By its identifier where the test reads one of that SPN, which is finer; else broadcast. */
  private static Optional<Told> told(int spn, TestSpec spec, Pack pack) {
    for (var read : spec.reads().entrySet()) {
      Parameter p = pack.services().identifiers().get(read.getValue());
      if (p != null && p.spn() == spn) {
        return Optional.of(new Told(spn, read.getKey(), p));
      }
    }
    boolean listened =
        spec.values().contains(spn)
            || spec.lists().getOrDefault("anywhere", List.of()).contains(spn);
    return listened
        ? Optional.ofNullable(pack.parameters().get(spn)).map(p -> new Told(spn, "", p))
        : Optional.empty();
  }

  @Override
  public boolean understands(Setup setup, Act act) {
    return false;
  }

  @Override
  public Script<AgreementSeen> script(Setup setup) {
    return new AgreementScript(setup);
  }

  @Override
  public boolean saw(AgreementSeen seen) {
    return seen.complete() && !seen.readings().isEmpty();
  }

  /** The sheet of what was seen: the sensors that disagree, for whoever asks where to start. */
  public static Sheet sheet(Setup setup, AgreementSeen seen) {
    return SensorAgreement.of(
        setup.pack(),
        seen.module(),
        setup.relations(),
        spn -> setup.told().get(spn).parameter(),
        seen.readings().stream().filter(r -> setup.told().containsKey(r.spn())).toList());
  }

  @Override
  public Judgement judge(Setup setup, AgreementSeen seen) {
    Sheet sheet = sheet(setup, seen);
    if (!sheet.told()) {
      return Judgement.cannotTell(
          AgreementTestWords.said("no-sensor-told-a-number"),
          AgreementTestWords.said("call-the-roll-key-on"));
    }
    List<Measured> measured = sheet.rows().stream().map(r -> measured(setup, r)).toList();
    List<Judgement.Part> parts = parts(setup, sheet);
    if (!seen.complete()) {
      return new Judgement(
          Verdict.CANNOT_TELL,
          AgreementTestWords.said("not-read-long-enough"),
          measured,
          AgreementTestWords.said("run-it-again"),
          parts);
    }
    return new Judgement(verdict(sheet), says(setup, sheet), measured, next(sheet), parts);
  }

  private static Verdict verdict(Sheet sheet) {
    return !sheet.disagreements().isEmpty()
        ? Verdict.FAIL
        : sheet.warm() || sheet.torn() ? Verdict.CANNOT_TELL : Verdict.PASS;
  }

  private static Said says(Setup setup, Sheet sheet) {
    List<Said> all = new ArrayList<>();
    for (Disagreement d : sheet.disagreements()) {
      all.add(
          d.certain()
              ? AgreementTestWords.said("one-is", d.causes().get(0).title(), d.says().text())
              : d.says());
    }
    if (sheet.torn()) {
      all.add(AgreementTestWords.said("too-many-disagree"));
    }
    if (sheet.warm()) {
      all.add(AgreementTestWords.said("not-cold"));
    }
    long sensors = sheet.rows().stream().map(Sheet.Row::spn).distinct().count();
    if (all.isEmpty()) {
      all.add(
          sensors < setup.told().size()
              ? AgreementTestWords.said("all-that-tell-agree", sensors, setup.told().size())
              : AgreementTestWords.said("all-agree", sensors));
    }
    return Said.joined(" ", all);
  }

  private static Said next(Sheet sheet) {
    return sheet.disagreements().stream()
        .findFirst()
        .map(Disagreement::next)
        .orElseGet(
            () ->
                sheet.torn()
                    ? AgreementTestWords.said("begin-at-supplies")
                    : sheet.warm()
                        ? AgreementTestWords.said("let-it-stand")
                        : AgreementTestWords.said("go-on-with-the-faults"));
  }

  private static Measured measured(Setup setup, Sheet.Row r) {
    Relation relation =
        setup.relations().stream().filter(x -> x.id().equals(r.relation())).findFirst().get();
    return new Measured(
        relation.title(),
        r.spn(),
        r.value(),
        r.unit(),
        r.tolerance() > 0 ? r.tolerance() : Double.NaN,
        r.low(),
        r.high(),
        Optional.of(r.verdict()));
  }

  /** One for each sensor, with the worst that any relation says of it. */
  private static List<Judgement.Part> parts(Setup setup, Sheet sheet) {
    Map<Integer, Judgement.Part> parts = new LinkedHashMap<>();
    for (Sheet.Row r : sheet.rows()) {
      Judgement.Part before = parts.get(r.spn());
      if (before == null || worse(r.verdict(), before.verdict())) {
        parts.put(
            r.spn(),
            new Judgement.Part(
                String.valueOf(r.spn()),
                setup.told().get(r.spn()).parameter().name(),
                r.verdict(),
                r.says(),
                r.verdict() == Verdict.FAIL ? nextOf(sheet, r.spn()) : Said.plain("")));
      }
    }
    return List.copyOf(parts.values());
  }

  private static Said nextOf(Sheet sheet, int spn) {
    return sheet.disagreements().stream()
        .filter(d -> d.spns().contains(spn))
        .findFirst()
        .map(Disagreement::next)
        .orElse(Said.plain(""));
  }

  private static boolean worse(Verdict one, Verdict other) {
    return other == Verdict.PASS && one != Verdict.PASS
        || other == Verdict.CANNOT_TELL && one == Verdict.FAIL;
  }
}
