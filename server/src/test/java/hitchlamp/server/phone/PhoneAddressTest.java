package hitchlamp.server.phone;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.InetAddress;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a phone opens, and that there is nothing to open where only this machine listens. */
class PhoneAddressTest {
  @ParameterizedTest
  @CsvSource({"127.0.0.1", "::1", "localhost", "127.0.1.1"})
  void onLoopbackNoPhoneReachesIt(String listens) {
    assertThat(new PhoneAddress("", listens, 8480).base()).isEmpty();
  }

  @Test
  void theAddressItListensOnIsUsed() {
    assertThat(new PhoneAddress("", "192.0.2.7", 8480).base()).contains("http://192.0.2.7:8480");
    assertThat(new PhoneAddress("", "2001:db8::7", 81).base())
        .contains("http://[2001:db8:0:0:0:0:0:7]:81");
  }

  @Test
  void theOneThatIsToldGoesFirst() {
    assertThat(new PhoneAddress(" https://lamp.example/ ", "127.0.0.1", 8480).base())
        .contains("https://lamp.example");
  }

  @Test
  void ofSeveralTheOneOfTheWorkshopsNetworkIsUsed() throws Exception {
    List<InetAddress> all = new ArrayList<>();
    assertThat(PhoneAddress.best(all)).isEmpty();
    for (String a : List.of("127.0.0.1", "::1", "169.254.3.4", "fe80::1", "224.0.0.1")) {
      all.add(InetAddress.getByName(a));
    }
    assertThat(PhoneAddress.best(all)).isEmpty();
    all.add(InetAddress.getByName("2001:db8::9"));
    assertThat(PhoneAddress.best(all)).contains("[2001:db8:0:0:0:0:0:9]");
    all.add(InetAddress.getByName("203.0.113.5"));
    assertThat(PhoneAddress.best(all)).contains("203.0.113.5");
    all.add(InetAddress.getByName("10.0.0.5"));
    assertThat(PhoneAddress.best(all)).contains("10.0.0.5");
  }
}
