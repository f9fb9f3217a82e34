package hitchlamp.core.hookup;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.fault.FaultCall;
import hitchlamp.core.fault.FaultList;
import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.fault.KnownFault;
import hitchlamp.core.fault.MonitorResult;
import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.j1939.TestResult;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.station.Answer;
import hitchlamp.core.station.Command;
import hitchlamp.core.station.Event;
import hitchlamp.core.station.Procedure;
import hitchlamp.core.station.Query;
import hitchlamp.core.station.Questioning;
import hitchlamp.core.story.StoryCall;
import hitchlamp.core.story.StoryReading;
import hitchlamp.core.uds.NegativeCode;
import hitchlamp.core.uds.Reply;
import java.io.ByteArrayOutputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/**
 * What reads, whatever modules answer and whenever somebody stops it: it comes to its end, asks
 * each module one thing at a time and no more than it should, leaves a silent one alone, keeps what
 * it was told and tells nothing that nobody told it.
 */
class ReadingContractTest {
  private static final int LIVES = 2_000;

  /** Lists, groups, details of faults and tests that one module may be asked at the most. */
  private static final int MOST_QUESTIONS = 400;

  private static final Pack TRUCK =
      PackLibrary.read(Path.of("../packs")).with("orrendale-haulward");
  private static final List<ModuleRef> MODULES =
      List.of(
          new ModuleRef("e", "Engine", "engine", 0, ConversionVersion.V4, true),
          new ModuleRef("b", "Brakes", "brakes", 11, ConversionVersion.V4, true),
          new ModuleRef("i", "Instruments", "instruments", 23, ConversionVersion.V4, false),
          new ModuleRef("a", "Aftertreatment", "aftertreatment", 85, ConversionVersion.V4, true));

  /** How the modules of one life answer. */
  private enum Manner {
    /** All that they send is laid out as the standard wants it. */
    HONEST,
    /** Any bytes at all. */
    HOSTILE
  }

  private record Asked(int ticket, int module, int pgn, int spn, byte[] request) {}

  /** One read with modules that answer in any order, or not at all. */
  private static final class Life {
    private final SplittableRandom dice;
    private final Manner manner;
    private final Procedure<?> procedure;
    private final List<Asked> open = new ArrayList<>();
    private final Map<Integer, Integer> silences = new HashMap<>();
    private final Map<Integer, Integer> questions = new HashMap<>();
    private final Set<Long> toldFaults = new HashSet<>();
    private final Set<Long> toldTests = new HashSet<>();
    private long now = 1_000_000;

    Life(long seed, Manner manner, Procedure<?> procedure) {
      this.dice = new SplittableRandom(seed);
      this.manner = manner;
      this.procedure = procedure;
    }

    void live(int stopsAfter) {
      take(procedure.on(new Event.Began(now)));
      int answered = 0;
      while (!open.isEmpty() && !procedure.finished()) {
        now += 1 + dice.nextInt(50_000);
        if (answered++ == stopsAfter) {
          assertThat(procedure.on(new Event.StopAsked(now))).as("asks on after a stop").isEmpty();
          break;
        }
        take(procedure.on(answer(open.remove(dice.nextInt(open.size())))));
      }
    }

    private void take(List<Command> commands) {
      for (Command c : commands) {
        Asked asked =
            c instanceof Command.Ask a
                ? new Asked(
                    a.ticket(),
                    a.destination(),
                    a.pgn(),
                    a.query() instanceof Query.TestsOf t ? t.spn() : -1,
                    null)
                : c instanceof Command.Call s
                    ? new Asked(s.ticket(), s.destination(), -1, -1, s.request())
                    : null;
        assertThat(asked).as("%s commands nothing", procedure).isNotNull();
        assertThat(open).as("one at a time").noneMatch(o -> o.module() == asked.module());
        assertThat(silences.getOrDefault(asked.module(), 0))
            .as("asked although it is silent")
            .isLessThan(Questioning.GIVE_UP_AFTER);
        assertThat(questions.merge(asked.module(), 1, Integer::sum))
            .isLessThanOrEqualTo(MOST_QUESTIONS);
        open.add(asked);
      }
    }

    private Event answer(Asked q) {
      int how = dice.nextInt(10);
      silences.merge(q.module(), 1, (was, one) -> how == 0 ? was + 1 : 0);
      if (how > 0) {
        silences.put(q.module(), 0);
      }
      return q.request() == null ? group(q, how) : service(q, how);
    }

    private Event group(Asked q, int how) {
      Answer answer =
          switch (how) {
            case 0 -> new Answer.Silent();
            case 1 -> new Answer.NotSupported();
            case 2 -> new Answer.Denied();
            case 3 -> new Answer.Busy();
            default ->
                new Answer.Given(new Message(q.pgn(), q.module(), 249, 6, data(q), now, now));
          };
      return new Event.Answered(q.ticket(), answer, now);
    }

    private Event service(Asked q, int how) {
      Reply reply =
          switch (how) {
            case 0 -> new Reply.Silent();
            case 1, 2 -> new Reply.Refused(q.request()[0], new NegativeCode(0x31));
            case 3 -> new Reply.Garbled("x");
            case 4 -> dice.nextInt(8) == 0 ? new Reply.NeverDone(9) : new Reply.Silent();
            default ->
                manner == Manner.HONEST
                    ? new Reply.Refused(q.request()[0], new NegativeCode(0x11))
                    : new Reply.Positive(any(q.request()), now);
          };
      if (reply instanceof Reply.Silent && how != 0) {
        silences.merge(q.module(), 1, Integer::sum);
      }
      return new Event.Replied(q.ticket(), reply, now);
    }

    /** An answer to a service that begins as it should, and then is anything. */
    private byte[] any(byte[] request) {
      byte[] data = new byte[dice.nextInt(dice.nextInt(20) == 0 ? 4_000 : 40)];
      dice.nextBytes(data);
      for (int i = 0; i < Math.min(data.length, request.length) && dice.nextInt(5) > 0; i++) {
        data[i] = (byte) (request[i] + (i == 0 ? 0x40 : 0));
      }
      return data;
    }

    private byte[] data(Asked q) {
      if (manner == Manner.HOSTILE) {
        byte[] data = new byte[dice.nextInt(dice.nextInt(20) == 0 ? 1_786 : 30)];
        dice.nextBytes(data);
        return data;
      }
      ByteArrayOutputStream out = new ByteArrayOutputStream();
      boolean list = java.util.Arrays.stream(FaultList.values()).anyMatch(l -> l.pgn() == q.pgn());
      if (list) {
        faults(q.module(), out);
      } else if (q.pgn() == Pgn.DM24) {
        for (int i = dice.nextInt(6); i > 0; i--) {
          spn(out, 1 + dice.nextInt(5_000), 0x1B);
          out.write(2);
        }
      } else if (q.pgn() == Pgn.DM30) {
        out.write(TestResult.ALL_OF_ONE);
        spn(out, q.spn(), 18);
        for (int i = 0; i < 4; i++) {
          word(out, dice.nextInt(0x1_0000));
        }
        toldTests.add((long) q.module() << 32 | q.spn());
      }
      while (out.size() < 8) {
        out.write(0xFF);
      }
      return out.toByteArray();
    }

    private void faults(int module, ByteArrayOutputStream out) {
      word(out, 0xFF00);
      for (int i = dice.nextInt(5); i > 0; i--) {
        int spn = 1 + dice.nextInt(5_000);
        int fmi = dice.nextInt(22);
        spn(out, spn, fmi);
        out.write(1 + dice.nextInt(126));
        toldFaults.add((long) module << 32 | (long) spn << 5 | fmi);
      }
      if (out.size() == 2) {
        word(out, 0);
        word(out, 0);
      }
    }

    private static void spn(ByteArrayOutputStream out, int spn, int low) {
      word(out, spn);
      out.write(spn >>> 16 << 5 | low);
    }

    private static void word(ByteArrayOutputStream out, int value) {
      out.write(value);
      out.write(value >> 8);
    }
  }

  private static Life read(int seed, Manner manner, Procedure<?> procedure) {
    SplittableRandom dice = new SplittableRandom(seed * 31L);
    Life life = new Life(seed, manner, procedure);
    life.live(dice.nextInt(3) == 0 ? dice.nextInt(60) : Integer.MAX_VALUE);
    assertThat(procedure.finished()).as("comes to its end, seed %d", seed).isTrue();
    return life;
  }

  @Test
  void faultsThatModulesTellAreKeptAndNoOthersAreTold() {
    for (int seed = 1; seed <= LIVES; seed++) {
      FaultCall call = new FaultCall(TRUCK, MODULES);
      Life life = read(seed, Manner.HONEST, call);
      FaultReading r = call.result();
      Set<Long> found = new HashSet<>();
      for (KnownFault f : r.faults()) {
        found.add((long) f.fault().address() << 32 | (long) f.spn() << 5 | f.fmi());
      }
      assertThat(found).as("seed %d", seed).isEqualTo(life.toldFaults);
      Set<Long> tested = new HashSet<>();
      r.modules()
          .forEach(
              m -> m.tests().forEach(t -> tested.add((long) m.target().address() << 32 | t.spn())));
      assertThat(tested).as("tests, seed %d", seed).isEqualTo(life.toldTests);
    }
  }

  @Test
  void noBytesThatModulesAnswerEndAReadOfFaults() {
    for (int seed = 1; seed <= LIVES; seed++) {
      FaultCall call = new FaultCall(TRUCK, MODULES);
      read(seed, Manner.HOSTILE, call);
      FaultReading r = call.result();
      assertThat(r.modules()).hasSameSizeAs(MODULES);
      r.modules()
          .forEach(m -> assertThat(MonitorResult.of(m.tests(), TRUCK)).hasSameSizeAs(m.tests()));
    }
  }

  @Test
  void noBytesThatModulesAnswerEndAReadOfTheStory() {
    for (int seed = 1; seed <= LIVES; seed++) {
      StoryCall call = new StoryCall(TRUCK, MODULES);
      read(seed, seed % 2 == 0 ? Manner.HOSTILE : Manner.HONEST, call);
      StoryReading r = call.result();
      assertThat(r.state()).isNotEqualTo(StoryReading.State.UNDER_WAY);
    }
  }
}
