package hitchlamp.server.hookup;

import hitchlamp.core.station.Hold;
import hitchlamp.server.config.Settings;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.HexFormat;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/**
 * What is held at each unit, on disk from before it is commanded until the module has confirmed
 * that it let go: so the next hook-up begins by letting go, whatever ended the last.
 */
@Component
class HeldFiles {
  private static final Logger LOG = LoggerFactory.getLogger(HeldFiles.class);
  private static final long LARGEST = 64 * 1024;
  private static final long NO_KEEP_ALIVE = Long.MAX_VALUE / 4;

  private final Path folder;
  private final JsonMapper json;

  /** A hold as it is kept; requests in hex. */
  record KeptHold(String id, String says, int module, String letGo, boolean session) {
    static KeptHold of(Hold h) {
      return new KeptHold(
          h.id(), h.says(), h.module(), HexFormat.of().formatHex(h.letGo()), h.session());
    }

    Hold hold() {
      return new Hold(
          id,
          says,
          "",
          0,
          module,
          HexFormat.of().parseHex(letGo),
          new byte[0],
          NO_KEEP_ALIVE,
          session);
    }
  }

  private record StoredHolds(List<KeptHold> holds) {}

  HeldFiles(Settings settings, JsonMapper json) {
    this.folder = Path.of(settings.spool()).resolve("held");
    this.json = json;
  }

  private Path file(long unit) {
    return folder.resolve("unit-" + unit + ".json");
  }

  /** Keeps what is held at a unit; nothing held, nothing kept. */
  void keep(long unit, List<Hold> holds) {
    try {
      if (holds.isEmpty()) {
        Files.deleteIfExists(file(unit));
        return;
      }
      Files.createDirectories(folder);
      Path part = folder.resolve("unit-" + unit + ".part");
      Files.write(
          part, json.writeValueAsBytes(new StoredHolds(holds.stream().map(KeptHold::of).toList())));
      Files.move(part, file(unit), StandardCopyOption.ATOMIC_MOVE);
    } catch (IOException e) {
      LOG.warn("what is held at unit {} could not be kept on disk: {}", unit, e.toString());
    }
  }

  /** What an earlier hook-up of the unit left held, as far as is known. */
  List<Hold> left(long unit) {
    try {
      if (!Files.exists(file(unit)) || Files.size(file(unit)) > LARGEST) {
        return List.of();
      }
      StoredHolds kept = json.readValue(Files.readAllBytes(file(unit)), StoredHolds.class);
      return kept == null || kept.holds() == null
          ? List.of()
          : kept.holds().stream().map(KeptHold::hold).toList();
    } catch (IOException | JacksonException | IllegalArgumentException e) {
      LOG.warn("what was held at unit {} cannot be read: {}", unit, e.toString());
      return List.of();
    }
  }
}
