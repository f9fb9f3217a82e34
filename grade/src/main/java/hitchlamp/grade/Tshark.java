package hitchlamp.grade;

import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;

/** Calls of the packet analyser that the tool is compared with. */
final class Tshark {
  private Tshark() {}

  /** Priority, group, source and destination of every frame, tab apart, and what more is wanted. */
  static String[] headers(Path capture, String... more) {
    List<String> command =
        List.of(
            "tshark",
            "-r",
            capture.toString(),
            "-d",
            "can.subdissector,j1939",
            "-T",
            "fields",
            "-e",
            "j1939.priority",
            "-e",
            "j1939.pgn",
            "-e",
            "j1939.src_addr",
            "-e",
            "j1939.dst_addr");
    return Stream.concat(command.stream(), Stream.of(more)).toArray(String[]::new);
  }
}
