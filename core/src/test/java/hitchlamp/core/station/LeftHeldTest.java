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
      Deed.LeftHeld left = Deed.LeftHeld.of(hold);
      assertThat(Deed.of(left.text())).contains(left);
      assertThat(left.hold().letGo()).isEqualTo(hold.letGo());
      assertThat(left.hold().module()).isEqualTo(3);
      assertThat(left.hold().session()).isEqualTo(hold.session());
    }
    assertThat(Deed.LeftHeld.of(OUTPUT).text()).isEqualTo("left held at 3: 2ff14000");
    assertThat(Deed.LeftHeld.of(SESSION).text()).isEqualTo("left held at 3: 1001 session");
  }

  @Test
  void twoModulesThatWereLeftAreToldApart() {
    Hold other = SessionHold.of("session 4", "open", "Close", 7, 4);
    assertThat(Deed.LeftHeld.of(SESSION).hold().id())
        .isNotEqualTo(Deed.LeftHeld.of(other).hold().id());
  }

  @Test
  void aLineOfAnotherKindIsNone() {
    for (String line :
        new String[] {
          "left held at 3: ",
          "left held at 3: xyz",
          "left held at 1234: 1001",
          "left held at 3: 1001 sess"
        }) {
      assertThat(Deed.of(line)).as(line).isEmpty();
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
