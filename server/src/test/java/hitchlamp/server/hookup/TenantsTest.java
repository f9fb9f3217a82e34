package hitchlamp.server.hookup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;

import hitchlamp.core.hookup.Roll;
import hitchlamp.core.j1939.Name;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.station.Station;
import hitchlamp.server.account.Account;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Capabilities on the links of a hook-up: in their order, and over a break of the link. */
class TenantsTest {
  private final List<String> happened = new ArrayList<>();
  private final Station station =
      new Station(new Name(7), 250_000, false, f -> {}, new Station.Listener() {});

  private class Noting implements Tenant {
    private final String name;
    Runnable then = () -> {};

    Noting(String name) {
      this.name = name;
    }

    @Override
    public void afterRoll(Roll roll, Pack pack, Account who, Runnable next) {
      happened.add(name + " reads");
      then = next;
    }

    @Override
    public void brokenOff(long micros) {
      happened.add(name + " broken off");
    }

    @Override
    public void closed(long micros, String why) {
      happened.add(name + " closed: " + why);
    }
  }

  private final class Lasting extends Noting {
    Lasting() {
      super("lasting");
    }
  }

  private Tenants join(Tenants before, Capability... capabilities) {
    return new Tenants(
        new Tenants.Shared(List.of(capabilities), mock(TenantReports.class), e -> {}, Linked.LIVE),
        station,
        null,
        Optional.empty(),
        before);
  }

  @Test
  void theNextReadsOnceTheOneBeforeHasRead() {
    Noting first = new Noting("first");
    Noting last = new Noting("last");
    Tenants tenants =
        join(
            null,
            link -> Optional.of(first),
            link -> Optional.of(new Tenant() {}),
            link -> Optional.of(last));

    tenants.afterRoll(null, null, null);
    assertThat(happened).containsExactly("first reads");

    first.then.run();
    assertThat(happened).containsExactly("first reads", "last reads");
    last.then.run();
    assertThat(happened).hasSize(2);
  }

  @Test
  void oneThatDoesNothingOnALinkIsNotFound() {
    assertThat(join(null, link -> Optional.empty()).find(Noting.class)).isEmpty();
  }

  @Test
  void aLaterOneFindsAnEarlierOneOnItsLink() {
    Lasting lasting = new Lasting();
    List<Optional<Lasting>> found = new ArrayList<>();
    Capability looks =
        link -> {
          found.add(link.here().find(Lasting.class));
          return Optional.empty();
        };
    join(null, looks, link -> Optional.of(lasting), looks);
    assertThat(found).containsExactly(Optional.empty(), Optional.of(lasting));
  }

  @Test
  void whatLastsIsTakenOverFromTheLinkThatBroke() {
    Capability lasts =
        link ->
            Optional.of(link.before().flatMap(t -> t.find(Lasting.class)).orElseGet(Lasting::new));
    Tenants first = join(null, lasts);
    first.brokenOff();
    Tenants second = join(first, lasts);
    assertThat(second.find(Lasting.class)).isEqualTo(first.find(Lasting.class));
    assertThat(happened).containsExactly("lasting broken off");
  }

  @Test
  void allKeepWhatTheyHaveBeforeTheFirstIsClosed() {
    join(null, link -> Optional.of(new Noting("first")), link -> Optional.of(new Noting("last")))
        .closed("unhooked");
    assertThat(happened)
        .containsExactly(
            "first broken off",
            "last broken off",
            "first closed: unhooked",
            "last closed: unhooked");
  }
}
