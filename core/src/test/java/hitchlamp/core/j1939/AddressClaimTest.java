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
    Frame cannot = new Frame(0x18EEFFFE, true, 8, 1_000);
    assertThat(sent).as("not before its wait is over").doesNotContain(cannot);
    assertThat(claim.nextTimer()).isBetween(20L, 153_020L);
    claim.tick(153_020);
    assertThat(sent).last().isEqualTo(cannot);
    claim.asked(200_000);
    claim.asked(200_000);
    claim.tick(200_000 + 153_000);
    assertThat(sent).filteredOn(cannot::equals).as("asked twice at once, said once").hasSize(2);
  }

  /**
   * The wait is at random, 0 to 153 ms (J1939-81, from memory): two tools do not say it at once.
   */
  @Test
  void toolsWithoutAnAddressWaitEachTheirOwnTime() {
    List<Long> waits = new ArrayList<>();
    for (int i = 0; i < 200; i++) {
      AddressClaim one = new AddressClaim(new Name(1_000 + i), f -> {});
      one.start(0);
      one.heard(249, new Name(5), 0);
      one.heard(250, new Name(6), 0);
      waits.add(one.nextTimer());
    }
    assertThat(waits).allMatch(w -> w >= 0 && w <= 153_000);
    assertThat(waits.stream().distinct().count()).isGreaterThan(80);
  }

  @Test
  void ourOwnClaimOnTheTapIsNoContest() {
    claim.start(0);
    claim.heard(249, ours, 10);
    claim.heard(17, new Name(1), 11);
    claim.tick(AddressClaim.CONTEST_MICROS);
    assertThat(claim.state()).isEqualTo(AddressClaim.State.CLAIMED);
    claim.asked(AddressClaim.CONTEST_MICROS);
    assertThat(sent).hasSize(2);
  }

  @Test
  void aCommandedAddressIsTakenWhereItIsOneOfATools() {
    assertThat(claim.commanded(250, 0)).as("before anything is claimed").isFalse();
    claim.start(0);
    claim.tick(AddressClaim.CONTEST_MICROS);
    assertThat(claim.commanded(33, 1_000_000)).isFalse();
    assertThat(claim.address()).isEqualTo(Address.SERVICE_TOOL_1);
    assertThat(claim.commanded(250, 1_000_000)).isTrue();
    assertThat(sent).last().isEqualTo(new Frame(0x18EEFFFA, true, 8, 1_000));
    assertThat(claim.address()).as("not before it is uncontested").isEqualTo(Address.NULL);
    claim.tick(1_000_000 + AddressClaim.CONTEST_MICROS);
    assertThat(claim.address()).isEqualTo(Address.SERVICE_TOOL_2);
    assertThat(claim.commanded(250, 2_000_000)).as("it has it").isTrue();
    assertThat(sent).hasSize(2);
  }
}
