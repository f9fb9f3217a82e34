package hitchlamp.core.station;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.j1939.Name;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class OperatorEventTest {
  @Test
  void everyEventIsReadBackFromItsLine() {
    for (OperatorEvent e :
        List.of(
            OperatorEvent.began(new Name(-5), 500_000),
            OperatorEvent.calledRoll("orrendale-haulward", true, "Technician 2 by name"),
            OperatorEvent.of(OperatorEvent.FAULTS, OperatorEvent.BEGIN, "orrendale-haulward"),
            OperatorEvent.of(OperatorEvent.ROLL, OperatorEvent.STOP),
            OperatorEvent.listened(0, "V3", List.of("102/4", "1569/any"), true, 30.5),
            OperatorEvent.prepared("orrendale-haulward", "cutout", 0, false),
            OperatorEvent.of(OperatorEvent.TRIAL, "heard", 3, "SAME"))) {
      assertThat(OperatorEvent.read(e.line())).contains(e);
    }
  }

  @Test
  void whateverIsTypedComesBackAsItWas() {
    Random random = new Random(11);
    for (int i = 0; i < 2_000; i++) {
      List<String> with = new ArrayList<>();
      for (int n = random.nextInt(5); n > 0; n--) {
        StringBuilder text = new StringBuilder("x");
        random.ints(random.nextInt(30), 1, 0x250).forEach(text::appendCodePoint);
        with.add(text.toString());
      }
      OperatorEvent e = new OperatorEvent("lamps", "answer", with);
      assertThat(e.line()).doesNotContain("\n");
      assertThat(OperatorEvent.read(e.line())).contains(e);
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "hooked up as FFFFFFFFFFFFFFFB at 500000|act link begin FFFFFFFFFFFFFFFB 500000",
        "called the full roll of orrendale-haulward by Technician 2|act roll begin orrendale-haulward true Technician%202",
        "called the quick roll of p by T|act roll begin p false T",
        "stopped the roll call|act roll stop",
        "read the faults of p|act faults begin p",
        "read the story of p|act story begin p",
        "checked the lamps of p|act lamps begin p",
        "said of the lamps: stop=NEVER_LIT|act lamps answer stop%3DNEVER_LIT",
        "stopped the lamp check|act lamps stop",
        "polls by p|act poll begin p",
        "stopped polling|act poll stop",
        "listened to 0 V3 for 102/4 1569/any to go 30.5|act listen begin 0 V3 102%2F4%2C1569%2Fany true 30.5",
        "prepared a cutout of 0 by p|act trial prepare p cutout 0 false",
        "said to the test: off 3|act trial off 3",
        "said to the test: all on|act trial all-on",
        "said to the test: stands|act trial vouch parked",
        "left held at 3: 2ff14000|act holds left 3 2ff14000 false",
        "left held at 3: 1001 session|act holds left 3 1001 true",
        "released|act holds release",
        "lost the link|act link lost",
        "unhooked|act link end",
      })
  void aLineOfAnEarlierVersionStandsForTheSame(String old, String now) {
    assertThat(OperatorEvent.read(old).orElseThrow().line()).isEqualTo(now);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "something a later version did",
        "act",
        "act x",
        "act X begin",
        "act link begin  two"
      })
  void whatIsNoEventIsLeftOut(String line) {
    assertThat(OperatorEvent.read(line)).isEmpty();
  }
}
