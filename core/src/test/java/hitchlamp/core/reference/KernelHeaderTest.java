package hitchlamp.core.reference;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.j1939.Address;
import hitchlamp.core.j1939.Pgn;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/**
 * Constants against the Linux kernel's user header {@code linux/can/j1939.h} (package
 * linux-libc-dev).
 */
class KernelHeaderTest {
  private static int constant(String name) throws IOException {
    String header = Files.readString(Path.of("/usr/include/linux/can/j1939.h"));
    Matcher m = Pattern.compile("#define " + name + "\\s+(0x[0-9a-fA-F]+|\\d+)").matcher(header);
    assertThat(m.find()).as(name).isTrue();
    return Integer.decode(m.group(1));
  }

  @Test
  void specialAddressesAndGroups() throws IOException {
    assertThat(Address.GREATEST_UNICAST).isEqualTo(constant("J1939_MAX_UNICAST_ADDR"));
    assertThat(Address.NULL).isEqualTo(constant("J1939_IDLE_ADDR"));
    assertThat(Address.GLOBAL).isEqualTo(constant("J1939_NO_ADDR"));
    assertThat(Pgn.REQUEST).isEqualTo(constant("J1939_PGN_REQUEST"));
    assertThat(Pgn.ADDRESS_CLAIMED).isEqualTo(constant("J1939_PGN_ADDRESS_CLAIMED"));
    assertThat(Pgn.COMMANDED_ADDRESS).isEqualTo(constant("J1939_PGN_ADDRESS_COMMANDED"));
    assertThat(Pgn.GREATEST).isEqualTo(constant("J1939_PGN_MAX"));
  }
}
