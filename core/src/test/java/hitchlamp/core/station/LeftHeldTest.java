package hitchlamp.core.station;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hitchlamp.core.uds.Services;
import org.junit.jupiter.api.Test;

class LeftHeldTest {
  private static final Hold OUTPUT =
      Hold.control(
          "cutout 3", "cylinder 4 does not fire", "Let it", 7, 3, Services.returnControl(0xF140));
  private static final Hold SESSION = SessionHold.of("session 3", "open", "Close", 7, 3);

  @Test
  void whatWasLeftIsStoredAsALineAndReadBack() {
    for (Hold hold : new Hold[] {OUTPUT, SESSION}) {
      OperatorEvent event = OperatorEvent.left(hold);
      assertThat(OperatorEvent.read(event.line())).contains(event);
      Hold left = event.leftHold().orElseThrow();
      assertThat(left.letGo()).isEqualTo(hold.letGo());
      assertThat(left.module()).isEqualTo(3);
      assertThat(left.session()).isEqualTo(hold.session());
    }
    assertThat(OperatorEvent.left(OUTPUT).line()).isEqualTo("act holds left 3 2ff14000 false");
    assertThat(OperatorEvent.left(SESSION).line()).isEqualTo("act holds left 3 1001 true");
  }

  @Test
  void twoModulesThatWereLeftAreToldApart() {
    Hold other = SessionHold.of("session 4", "open", "Close", 7, 4);
    assertThat(OperatorEvent.left(SESSION).leftHold().orElseThrow().id())
        .isNotEqualTo(OperatorEvent.left(other).leftHold().orElseThrow().id());
  }

  @Test
  void aLineOfAnotherKindIsNone() {
    for (String line :
        new String[] {
          "act holds left 3",
          "act holds left 3 xyz false",
          "act holds left 1234 1001 false",
          "act holds left 3 10011001100110011001 true"
        }) {
      assertThat(OperatorEvent.read(line).flatMap(OperatorEvent::leftHold)).as(line).isEmpty();
    }
  }

  @Test
  void whatCannotBeLetGoOfMustNotBeTaken() {
    assertThatThrownBy(() -> Hold.control("x", "x", "x", 0, 3, new byte[0]))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("must not be taken");
    assertThatThrownBy(() -> Hold.control("x", "x", "x", 0, 3, new byte[8]))
        .isInstanceOf(IllegalArgumentException.class);
  }

  @Test
  void requestsOfAHoldCannotBeChangedFromOutside() {
    OUTPUT.letGo()[0] = 0;
    assertThat(OUTPUT.letGo()[0]).isEqualTo((byte) Services.CONTROL);
    assertThat(OUTPUT).isEqualTo(OUTPUT).isNotEqualTo(SESSION).hasSameHashCodeAs(OUTPUT);
  }
}
