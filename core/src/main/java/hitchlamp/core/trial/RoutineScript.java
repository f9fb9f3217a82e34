package hitchlamp.core.trial;

import hitchlamp.core.words.Said;
import java.util.Optional;
import java.util.function.Function;

/**
 * The course of a test that runs one routine to its end; nothing is observed but its answer.
 *
 * @param routine name by which the pack calls it under {@code uses}
 * @param meanwhile what is said while it runs
 * @param ended what is said at its end
 * @param observed what an answer, or none yet, comes to
 */
public record RoutineScript<O>(
    String routine,
    Said meanwhile,
    Function<RoutineEnd, Said> ended,
    Function<Optional<RoutineEnd>, O> observed)
    implements Script<O> {
  @Override
  public Step next(Scene scene) {
    return scene
        .routine(routine)
        .<Step>map(r -> new Step.Done(r.done(), ended.apply(r)))
        .orElseGet(() -> new Step.Run(routine, meanwhile));
  }

  @Override
  public Optional<Said> act(Act act, Scene scene) {
    return Optional.empty();
  }

  @Override
  public void leaving(Scene scene) {
    // Nothing is observed but the answer.
  }

  @Override
  public O observed(Scene scene) {
    return observed.apply(scene.routine(routine));
  }
}
