package hitchlamp.server.hookup;

import hitchlamp.core.hookup.Roll;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Bench;
import hitchlamp.server.account.Account;
import hitchlamp.server.config.Refusal;
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
      Roll roll = hookUps.live(job).lastRoll();
      return roll == null ? List.of() : TrialRun.modules(roll, hookUps.packOf(job), spec);
    } catch (Refusal notHookedUp) {
      return List.of();
    }
  }

  /** Prepares a test; nothing is commanded before a person begins it. */
  public void prepare(long job, String test, String module, Account who) {
    Pack pack = hookUps.packOf(job);
    TestSpec spec = pack.bench().tests().get(test);
    if (spec == null) {
      throw Refusal.conflict(
          HookupWords.say("the-pack-of-this-unit-names-no", test),
          HookupWords.say("call-the-roll-so-that-the-unit"));
    }
    // First whether a roll is known at all: after a lost link it is called anew.
    LiveOwner owner = hookUps.free(job);
    if (modules(job, spec).stream().noneMatch(t -> t.kind().equals(module))) {
      throw Refusal.bad(
          HookupWords.say("is-no-engine-that-answered-the", module),
          HookupWords.say("choose-one-of-the-list"));
    }
    owner.with(TrialRun.class, (run, roll) -> run.prepare(roll, pack, spec, module, who));
  }

  /**
   * A person does something to the test under way. What no test of this unit understands is
   * refused; nothing happens where none is under way.
   */
  public void act(long job, String line) {
    Pack pack = hookUps.packOf(job);
    Optional<Act> act =
        Act.read(line)
            .filter(
                a ->
                    pack.bench().tests().values().stream()
                        .anyMatch(t -> Bench.understands(t, pack, a)));
    if (act.isEmpty()) {
      throw Refusal.bad(
          HookupWords.say("answers-no-question-of-the-test", line),
          HookupWords.say("use-the-buttons-of-the-page"));
    }
    hookUps.live(job).with(TrialRun.class, (run, roll) -> run.act(act.get()));
  }

  /**
   * A browser looks on; only that of the person in the seat keeps a test alive. Nothing happens
   * where no test is under way.
   */
  public void alive(long job, String name) {
    try {
      if (!hookUps.seated(job, name)) {
        return;
      }
      hookUps.live(job).with(TrialRun.class, (run, roll) -> run.act(Act.of(Bench.ALIVE)));
    } catch (Refusal notHookedUp) {
      // Nothing to keep alive.
    }
  }
}
