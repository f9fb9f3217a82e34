package hitchlamp.server.hookup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;

import hitchlamp.core.bus.Link;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What others want of a live owner, and how they wake it. */
class MailboxTest {
  private final Mailbox mailbox = new Mailbox();
  private final List<String> done = new ArrayList<>();

  @Test
  void whatIsPostedIsDoneInOrderByWhoDrainsIt() {
    mailbox.post(() -> done.add("first"));
    mailbox.post(() -> done.add("second"));
    assertThat(done).as("nothing is done by who posts").isEmpty();
    mailbox.drain();
    assertThat(done).containsExactly("first", "second");
    mailbox.drain();
    assertThat(done).as("once only").hasSize(2);
  }

  @Test
  void whatIsPostedWhileItIsDrainedIsDoneToo() {
    mailbox.post(() -> mailbox.post(() -> done.add("after")));
    mailbox.drain();
    assertThat(done).containsExactly("after");
  }

  @Test
  void aPostWakesWhoWaitsForTheLinkUntilTheLinkIsGone() {
    Link link = mock(Link.class);
    mailbox.waitsFor(link);
    mailbox.post(() -> {});
    verify(link, times(1)).wake();
    mailbox.waitsFor(null);
    mailbox.post(() -> {});
    verify(link, times(1)).wake();
  }

  @Test
  void aLinkThatCannotBeWokenIsLeftAlone() throws InterruptedException {
    Link log = mock(Link.class);
    mailbox.waitsFor(log);
    mailbox.post(() -> done.add("done"));
    mailbox.drain();
    assertThat(done).containsExactly("done");
    verify(log, never()).await(anyLong());
  }

  @Test
  void whoStopsItGivesTheReasonAndNoRestIsLeft() throws InterruptedException {
    assertThat(mailbox.stopping()).isFalse();
    mailbox.stop("The job was closed.");
    assertThat(mailbox.stopping()).isTrue();
    assertThat(mailbox.reason()).isEqualTo("The job was closed.");
    mailbox.rest();
  }
}
