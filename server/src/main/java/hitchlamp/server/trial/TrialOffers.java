package hitchlamp.server.trial;

import hitchlamp.core.fault.Lead;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.ConditionSpec;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.Condition;
import hitchlamp.core.trial.Conditions;
import hitchlamp.core.trial.TestKinds;
import hitchlamp.core.trial.TestOrder;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.fault.Faults;
import hitchlamp.server.watch.WatchWork;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;

/** The tests that a unit offers, in the order in which they are worth doing today. */
@Service
class TrialOffers {
  private final TrialWork work;
  private final WatchWork watch;
  private final Faults faults;
  private final Trials trials;

  TrialOffers(TrialWork work, WatchWork watch, Faults faults, Trials trials) {
    this.work = work;
    this.watch = watch;
    this.faults = faults;
    this.trials = trials;
  }

  /**
   * A test that the pack of the unit describes.
   *
   * @param leads today's leads on which it throws light
   * @param modules on which it can be done now; none where it cannot
   * @param why it cannot be done now; empty where it can
   * @param commands false where it only listens and asks: no seat is needed
   */
  record TrialOffer(
      @NotNull String test,
      @NotNull String kind,
      @NotNull String title,
      @NotNull String answers,
      @NotNull String system,
      @NotNull double minutes,
      @NotNull String engine,
      @NotNull int risk,
      @NotNull List<String> hazards,
      @NotNull double delaySeconds,
      @NotNull List<String> leads,
      @NotNull List<TrialModule> modules,
      @NotNull String why,
      @NotNull boolean commands,
      @NotNull boolean onceAKeyCycle,
      @NotNull String source) {}

  /**
   * A module on which a test can be done.
   *
   * @param conditions as they stand now; what needs time to look at is not known
   * @param here last verdict in this job, null where there is none
   * @param before last verdict in an earlier job of the unit, null where there is none
   */
  record TrialModule(
      @NotNull String id,
      @NotNull String title,
      @NotNull List<Condition> conditions,
      TrialLast here,
      TrialLast before) {}

  /** A verdict that was given. */
  record TrialLast(@NotNull long trial, @NotNull Verdict verdict, @NotNull Instant at) {}

  List<TrialOffer> of(long job) {
    Pack pack = work.pack(job);
    List<Lead> leads = faults.standing(job).map(Faults.Standing::leads).orElse(List.of());
    List<Trials.TrialHead> here = trials.ofJob(job);
    List<Trials.TrialHead> before = trials.earlier(job);
    return TestOrder.of(pack.bench().listed(), leads, pack).stream()
        .map(p -> offer(job, pack, p, here, before))
        .toList();
  }

  private TrialOffer offer(
      long job,
      Pack pack,
      TestOrder.Placed placed,
      List<Trials.TrialHead> here,
      List<Trials.TrialHead> before) {
    TestSpec t = placed.spec();
    List<ModuleRef> modules = work.modules(job, t);
    return new TrialOffer(
        t.id(),
        t.kind(),
        t.title(),
        t.answers(),
        t.system(),
        t.minutes(),
        t.engine(),
        t.risk(),
        t.hazards(),
        t.delaySeconds(),
        placed.leads(),
        modules.stream()
            .map(
                m ->
                    new TrialModule(
                        m.kind(),
                        m.title(),
                        conditions(job, pack, t, m),
                        last(here, t, m),
                        last(before, t, m)))
            .toList(),
        modules.isEmpty() ? TrialWords.say("no-module-for-it-answered") : "",
        TestKinds.of(t).commands(),
        t.onceAKeyCycle(),
        t.source());
  }

  private List<Condition> conditions(long job, Pack pack, TestSpec t, ModuleRef m) {
    Set<Integer> spns = t.conditions().stream().map(ConditionSpec::of).collect(Collectors.toSet());
    Map<Integer, Double> figures = Map.of();
    try {
      figures = watch.figures(job, spns, pack.sideOf(m.kind()));
    } catch (Refusal notHookedUp) {
      // Nothing is known of them then.
    }
    return Conditions.glance(t.conditions(), pack, figures);
  }

  private static TrialLast last(List<Trials.TrialHead> runs, TestSpec t, ModuleRef m) {
    return runs.stream()
        .filter(h -> h.verdict() != null && h.test().equals(t.id()))
        .filter(h -> h.module().equals(m.kind()) || h.module().isEmpty())
        .findFirst()
        .map(
            h ->
                new TrialLast(
                    h.id(), h.verdict(), Optional.ofNullable(h.endedAt()).orElse(h.beganAt())))
        .orElse(null);
  }
}
