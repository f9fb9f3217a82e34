package hitchlamp.standin.module;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.standin.bus.Agenda;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Service 0x31 by hand after ISO 14229-1, from memory. */
class RoutinesTest {
  private static final int PRIMES = 0x0402;

  private final Agenda agenda = new Agenda();
  private final List<String> later = new ArrayList<>();
  private boolean session = true;
  private boolean running;
  private int refuses;
  private int reason;
  private boolean stops = true;
  private boolean outlives;
  private final Routines routines =
      new Routines(agenda, () -> session, (answer, tester) -> later.add(hex(answer)));

  RoutinesTest() {
    routines.add(PRIMES, new Pump());
    routines.add(0x0230, Routine.atOnce(tester -> later.add("done for " + tester)));
  }

  /** Runs for ten seconds. */
  private final class Pump implements Routine {
    @Override
    public double seconds() {
      return 10;
    }

    @Override
    public int start(int tester) {
      running = refuses == 0;
      return refuses;
    }

    @Override
    public int breaksOff() {
      return reason;
    }

    @Override
    public void ends() {
      running = false;
    }

    @Override
    public byte[] results() {
      return new byte[] {0x42};
    }

    @Override
    public boolean stops() {
      return stops;
    }

    @Override
    public boolean outlivesSession() {
      return outlives;
    }
  }

  private static String hex(byte[] bytes) {
    return HexFormat.of().formatHex(bytes);
  }

  private String ask(String hex) {
    return hex(routines.on(HexFormat.of().parseHex(hex), 249));
  }

  private void passes(double seconds) {
    long until = agenda.now() + Math.round(seconds * 1e6);
    while (agenda.step(until)) {
      // one event after the other
    }
  }

  @Test
  void oneThatIsDoneAtOnceSaysSo() {
    assertThat(ask("31010230")).isEqualTo("71010230");
    assertThat(later).containsExactly("done for 249");
  }

  @Test
  void oneThatRunsTellsStatePercentAndAtItsEndWhatItFound() {
    assertThat(ask("31010402")).isEqualTo("71010402");
    passes(5);
    assertThat(ask("31030402")).isEqualTo("71030402" + "013200");
    assertThat(ask("31010402")).as("it runs already").isEqualTo("7f3124");
    passes(5.2);
    assertThat(ask("31030402")).isEqualTo("71030402" + "006400" + "42");
    assertThat(running).isFalse();
  }

  @Test
  void itIsStoppedOnceAndASecondTimeRefuses() {
    ask("31010402");
    passes(1);
    assertThat(ask("31020402")).isEqualTo("71020402");
    assertThat(running).isFalse();
    assertThat(ask("31020402")).isEqualTo("7f3124");
    assertThat(ask("31030402")).as("broken off, no reason").isEqualTo("71030402" + "02ff00");
    passes(20);
    assertThat(ask("31030402")).as("and it stays so").isEqualTo("71030402" + "02ff00");
  }

  @Test
  void oneThatCannotBeStoppedSaysSo() {
    stops = false;
    ask("31010402");
    assertThat(ask("31020402")).isEqualTo("7f3112");
    assertThat(running).isTrue();
  }

  @Test
  void whatKeepsItFromBeginningIsTheReasonOfTheRefusal() {
    refuses = 0x83;
    assertThat(ask("31010402")).isEqualTo("7f3183");
    assertThat(ask("31030402")).as("there is nothing to tell").isEqualTo("7f3124");
  }

  @Test
  void itBreaksOffByItselfWithAReason() {
    ask("31010402");
    passes(1);
    reason = 2;
    passes(0.2);
    assertThat(running).isFalse();
    assertThat(ask("31030402")).isEqualTo("71030402" + "02ff02");
  }

  @Test
  void theEndOfTheSessionEndsItUnlessItOutlivesIt() {
    ask("31010402");
    session = false;
    passes(0.2);
    assertThat(running).isFalse();
    assertThat(ask("31030402")).isEqualTo("7f317f");
    session = true;
    outlives = true;
    ask("31010402");
    session = false;
    routines.sessionEnded(false);
    passes(1);
    assertThat(running).isTrue();
    routines.sessionEnded(true);
    assertThat(running).as("without supply nothing goes on").isFalse();
  }

  @Test
  void whatIsNotKnownOrTooShortIsRefused() {
    assertThat(ask("31017777")).isEqualTo("7f3131");
    assertThat(ask("310104")).isEqualTo("7f3113");
    assertThat(ask("31070402")).isEqualTo("7f3112");
  }
}
