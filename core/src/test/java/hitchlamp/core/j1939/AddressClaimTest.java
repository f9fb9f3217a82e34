package hitchlamp.core.j1939;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.bus.Frame;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class AddressClaimTest {
  private final List<Frame> sent = new ArrayList<>();
  private final Name ours = new Name(1_000);
  private final AddressClaim claim = new AddressClaim(ours, sent::add);

  @Test
  void anUncontestedClaimStandsAfterAQuarterSecond() {
    claim.start(0);
    assertThat(sent).containsExactly(new Frame(0x18EEFFF9, true, 8, 1_000));
    claim.tick(AddressClaim.CONTEST_MICROS - 1);
    assertThat(claim.address()).isEqualTo(Address.NULL);
    claim.tick(AddressClaim.CONTEST_MICROS);
    assertThat(claim.address()).isEqualTo(Address.SERVICE_TOOL_1);
  }

  @Test
  void weDefendAgainstAHigherNameAndYieldToALowerOne() {
    claim.start(0);
    claim.heard(249, new Name(2_000), 10);
    assertThat(sent).hasSize(2);
    claim.heard(249, new Name(5), 20);
    assertThat(claim.yielded()).isTrue();
    claim.tick(20 + AddressClaim.CONTEST_MICROS);
    assertThat(claim.address()).isEqualTo(Address.SERVICE_TOOL_2);
  }

  @Test
  void whereBothAreTakenWeHaveNoAddressAndSaySo() {
    claim.start(0);
    claim.heard(249, new Name(5), 10);
    claim.heard(250, new Name(6), 20);
    assertThat(claim.state()).isEqualTo(AddressClaim.State.CANNOT_CLAIM);
    assertThat(claim.address()).isEqualTo(Address.NULL);
    assertThat(sent).last().isEqualTo(new Frame(0x18EEFFFE, true, 8, 1_000));
    claim.asked();
    assertThat(sent).last().isEqualTo(new Frame(0x18EEFFFE, true, 8, 1_000));
  }

  @Test
  void ourOwnClaimOnTheTapIsNoContest() {
    claim.start(0);
    claim.heard(249, ours, 10);
    claim.heard(17, new Name(1), 11);
    claim.tick(AddressClaim.CONTEST_MICROS);
    assertThat(claim.state()).isEqualTo(AddressClaim.State.CLAIMED);
    claim.asked();
    assertThat(sent).hasSize(2);
  }
}
