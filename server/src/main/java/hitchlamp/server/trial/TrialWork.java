package hitchlamp.server.trial;

import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Bench;
import hitchlamp.server.account.Account;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.hookup.HookUps;
import hitchlamp.server.hookup.LiveUnit;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;

/** Asks the live owner of a job's unit to test. */
@Service
public class TrialWork {

  private final HookUps hookUps;

  TrialWork(HookUps hookUps) {
    this.hookUps = hookUps;
  }

  /** The pack that a job's unit is read by. */
  public Pack pack(long job) {
    return hookUps.packOf(job);
  }

  /** Modules of the last roll on which a test can be done; none where nothing is known. */
  public List<ModuleRef> modules(long job, TestSpec spec) {
    try {
      return hookUps
          .live(job)
          .roll()
          .map(roll -> TrialRun.modules(roll, hookUps.packOf(job), spec))
          .orElse(List.of());
    } catch (Refusal notHookedUp) {
      return List.of();
    }
  }

  /** The test of that name of a job's unit. */
  private TestSpec test(long job, String test) {
    TestSpec spec = hookUps.packOf(job).bench().tests().get(test);
    if (spec == null) {
      throw Refusal.conflict(
          TrialWords.say("the-pack-of-this-unit-names-no", test),
          TrialWords.say("call-the-roll-so-that-the-unit"));
    }
    return spec;
  }

  /** True where a test of a job's unit commands it. */
  public boolean commands(long job, String test) {
    return TrialRun.commands(test(job, test));
  }

  /** True where a test is under way that commands the unit. */
  public boolean commandsNow(long job) {
    return hookUps
        .live(job)
        .tenant(TrialRun.class)
        .flatMap(TrialRun::underWay)
        .filter(TrialRun::commands)
        .isPresent();
  }

  /** Prepares a test; nothing is commanded before a person begins it. */
  public void prepare(long job, String test, String module, Account who) {
    Pack pack = hookUps.packOf(job);
    TestSpec spec = test(job, test);
    // First whether a roll is known at all: after a lost link it is called anew.
    LiveUnit owner = hookUps.free(job);
    if (modules(job, spec).stream().noneMatch(t -> t.kind().equals(module))) {
      throw Refusal.bad(
          TrialWords.say("is-no-engine-that-answered-the", module),
          TrialWords.say("choose-one-of-the-list"));
    }
    owner.with(TrialRun.class, (run, roll) -> run.prepare(roll, pack, spec, module, who));
  }

  /**
   * A person does something to the test under way. What no test of this unit understands is
   * refused; nothing happens where none is under way.
   *
   * @param may true where the person may command the unit
   */
  public void act(long job, String line, boolean may) {
    Pack pack = hookUps.packOf(job);
    Optional<Act> act =
        Act.read(line)
            .filter(
                a ->
                    pack.bench().tests().values().stream()
                        .anyMatch(t -> Bench.understands(t, pack, a)));
    if (act.isEmpty()) {
      throw Refusal.bad(
          TrialWords.say("answers-no-question-of-the-test", line),
          TrialWords.say("use-the-buttons-of-the-page"));
    }
    hookUps.live(job).with(TrialRun.class, (run, roll) -> run.act(act.get(), may));
  }

  /**
   * A browser looks on; only that of the person in the seat keeps a test alive that commands
   * anything. Nothing happens where no test is under way.
   */
  public void alive(long job, String name) {
    try {
      boolean seated = hookUps.seated(job, name);
      hookUps.live(job).with(TrialRun.class, (run, roll) -> run.act(Act.of(Bench.ALIVE), seated));
    } catch (Refusal notHookedUp) {
      // Nothing to keep alive.
    }
  }
}
