package hitchlamp.server.phone;

import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyBoolean;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.ArgumentMatchers.contains;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.RETURNS_DEEP_STUBS;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import hitchlamp.core.trial.BenchState;
import hitchlamp.core.words.Said;
import hitchlamp.server.account.Accounts;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.job.Jobs;
import hitchlamp.server.job.Seats;
import hitchlamp.server.stream.Topics;
import hitchlamp.server.trial.TrialView;
import hitchlamp.server.trial.TrialWork;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** A phone tells a test what somebody saw, as far as the test asks for it, and moves nothing. */
class PhoneAnswerTest {
  private static final long JOB = 7;

  private final Phones phones = mock(Phones.class);
  private final TrialWork work = mock(TrialWork.class);
  private final Topics topics = mock(Topics.class, RETURNS_DEEP_STUBS);
  private final TrialView view = mock(TrialView.class);
  private final PhoneController controller =
      new PhoneController(
          phones,
          mock(PhoneAddress.class),
          work,
          topics,
          mock(Jobs.class),
          mock(Seats.class),
          mock(Accounts.class),
          Clock.systemUTC());

  @BeforeEach
  void somethingIsAsked() {
    when(phones.of("token"))
        .thenReturn(new Phones.Paired("token", JOB, 1, 1, "Technician 2", Instant.EPOCH));
    when(topics.job(JOB).latest("trial", TrialView.class)).thenReturn(Optional.of(view));
    when(view.stage()).thenReturn(BenchState.Stage.RUNNING);
    when(view.choices())
        .thenReturn(
            List.of(
                new TrialView.TrialChoice("saw MOVED", Said.plain("It moved"), true),
                new TrialView.TrialChoice("move throttle", Said.plain("Move it"), false)));
  }

  private void answers(String act) {
    controller.tell("token", new PhoneController.PhoneAnswer(act));
  }

  @Test
  void whatIsAskedIsToldAndStandsInTheLogbook() {
    answers("saw MOVED");
    verify(work).act(JOB, "saw MOVED", true);
    verify(phones).enter(any(), contains("Technician 2"));
  }

  @Test
  void whatMovesSomethingOrIsNotAskedIsRefused() {
    for (String act : List.of("move throttle", "saw STOOD", "duty 100", "end", "off 1")) {
      assertThatThrownBy(() -> answers(act)).isInstanceOf(Refusal.class);
    }
    verify(work, never()).act(anyLong(), any(), anyBoolean());
  }

  @Test
  void anEndedTestIsToldNothing() {
    when(view.stage()).thenReturn(BenchState.Stage.ENDED);
    assertThatThrownBy(() -> answers("saw MOVED")).isInstanceOf(Refusal.class);
    when(topics.job(JOB).latest("trial", TrialView.class)).thenReturn(Optional.empty());
    assertThatThrownBy(() -> answers("saw MOVED")).isInstanceOf(Refusal.class);
    verify(work, never()).act(eq(JOB), any(), anyBoolean());
  }
}
