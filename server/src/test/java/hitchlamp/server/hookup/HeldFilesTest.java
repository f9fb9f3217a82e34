package hitchlamp.server.hookup;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.station.Hold;
import hitchlamp.core.station.SessionHold;
import hitchlamp.core.uds.Services;
import hitchlamp.server.config.Settings;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.json.JsonMapper;

class HeldFilesTest {
  private static final Hold SESSION = SessionHold.of("session 0", "cutout is ready", "End", 5, 0);
  private static final Hold OUTPUT =
      Hold.control(
          "cutout 0", "cylinder 3 does not fire", "Let it", 9, 0, Services.returnControl(0xF140));

  @TempDir private Path spool;
  private HeldFiles files;

  @BeforeEach
  void open() {
    files =
        new HeldFiles(
            new Settings("", "", spool.toString(), false, "", 115_200),
            JsonMapper.builder().build());
  }

  @Test
  void whatWasHeldIsKnownToTheNextProcessInItsOrder() {
    files.keep(4, List.of(SESSION, OUTPUT));
    open();
    List<Hold> left = files.left(4);
    assertThat(left).extracting(Hold::id).containsExactly("session 0", "cutout 0");
    assertThat(left).extracting(Hold::session).containsExactly(true, false);
    assertThat(left.get(1).letGo()).isEqualTo(OUTPUT.letGo());
    assertThat(left.get(1).says()).isEqualTo("cylinder 3 does not fire");
    assertThat(files.left(5)).as("another unit").isEmpty();
  }

  @Test
  void whatIsConfirmedToBeLetGoOfIsForgotten() throws IOException {
    files.keep(4, List.of(OUTPUT));
    files.keep(4, List.of());
    files.keep(4, List.of());
    assertThat(files.left(4)).isEmpty();
    try (var all = Files.list(spool.resolve("held"))) {
      assertThat(all).isEmpty();
    }
  }

  @Test
  void aFileThatCannotBeReadNeverKeepsAHookUpFromBeginning() throws IOException {
    Path file = spool.resolve("held").resolve("unit-4.json");
    Files.createDirectories(file.getParent());
    for (String text :
        List.of(
            "",
            "{",
            "[]",
            "null",
            "{\"holds\":null}",
            "{\"holds\":[{\"id\":\"x\",\"says\":\"x\",\"module\":0,\"letGo\":\"zz\",\"session\":false}]}",
            "{\"holds\":[{\"id\":\"x\",\"says\":\"x\",\"module\":0,\"letGo\":\"\",\"session\":false}]}",
            "x".repeat(100_000))) {
      Files.writeString(file, text);
      assertThat(files.left(4)).as(text.substring(0, Math.min(40, text.length()))).isEmpty();
    }
  }

  @Test
  void aFolderThatCannotBeWrittenDoesNotKeepFromCommanding() throws IOException {
    Files.writeString(spool.resolve("held"), "in the way");
    files.keep(4, List.of(OUTPUT));
    assertThat(files.left(4)).isEmpty();
  }
}
