package hitchlamp.core.trial;

import hitchlamp.core.judge.Judgement;

/**
 * What was observed is judged anew only where something else was observed: a page that looks on
 * asks many times a second.
 */
final class JudgedOnce<S, O> {
  private final TestKind<S, O> kind;
  private final S setup;
  private O last;
  private Judgement judgement;

  JudgedOnce(TestKind<S, O> kind, S setup) {
    this.kind = kind;
    this.setup = setup;
  }

  Judgement judge(O seen) {
    if (judgement == null || !seen.equals(last)) {
      judgement = kind.judge(setup, seen);
      last = seen;
    }
    return judgement;
  }
}
