package hitchlamp.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.grade.ServerClient;
import java.io.File;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.ServerSocket;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * The script itself: backup while it runs, restore elsewhere, and nothing removed that may be data.
 */
class BackupTest {
  private static final Path ROOT = Path.of("..").toAbsolutePath().normalize();
  private static final String PASSWORD = "four words that differ";
  private static final long PATIENCE_SECONDS = 600;

  @TempDir Path folder;
  private final int port = freePort();
  private final int databasePort = freePort();

  private static int freePort() {
    try (ServerSocket free = new ServerSocket(0)) {
      return free.getLocalPort();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** How a command of the script ended. */
  private record Ran(int exit, String says) {}

  private Ran run(Path state, String... words) throws Exception {
    File out = folder.resolve("out").toFile();
    ProcessBuilder p = new ProcessBuilder();
    p.command().add("./hitch-lamp");
    p.command().addAll(List.of(words));
    p.directory(ROOT.toFile())
        .redirectErrorStream(true)
        .redirectOutput(out)
        .redirectInput(new File("/dev/null"));
    p.environment()
        .putAll(
            Map.of(
                "HITCHLAMP_STATE", state.toString(),
                "HITCHLAMP_PORT", Integer.toString(port),
                "HITCHLAMP_DB_PORT", Integer.toString(databasePort),
                "HITCHLAMP_SKIP_BUILD", "1"));
    Process running = p.start();
    assertThat(running.waitFor(PATIENCE_SECONDS, TimeUnit.SECONDS))
        .as(List.of(words).toString())
        .isTrue();
    return new Ran(running.exitValue(), Files.readString(out.toPath()));
  }

  private void must(Path state, String... words) throws Exception {
    Ran ran = run(state, words);
    assertThat(ran.exit()).as(ran.says()).isZero();
  }

  @AfterEach
  void stop() throws Exception {
    run(folder.resolve("first"), "stop");
    run(folder.resolve("second"), "stop");
  }

  private ServerClient signedIn(String path) {
    ServerClient c = new ServerClient("http://127.0.0.1:" + port);
    c.call("GET", "/api/account/me", null);
    c.call("POST", path, Map.of("name", "Manager", "password", PASSWORD));
    return c;
  }

  private static String views(ServerClient c, long job) {
    StringBuilder all = new StringBuilder();
    for (String path :
        new String[] {
          "/api/account",
          "/api/units",
          "/api/jobs",
          "/api/jobs/" + job,
          "/api/jobs/" + job + "/logbook",
          "/api/jobs/" + job + "/links",
          "/api/jobs/" + job + "/sign-off",
          "/api/watch-sets"
        }) {
      all.append(path).append(' ').append(c.call("GET", path, null)).append('\n');
    }
    return all.toString();
  }

  /** When a process began, in ticks since the machine did: a clock that is set changes it not. */
  private static String began(long pid) throws IOException {
    String stat = Files.readString(Path.of("/proc/" + pid + "/stat"));
    String boot = Files.readString(Path.of("/proc/sys/kernel/random/boot_id")).strip();
    return boot + " " + stat.substring(stat.lastIndexOf(')') + 2).split(" ")[19];
  }

  @Test
  void stoppingEndsWhatBeganHereAndNoOtherProcessWithItsNumber() throws Exception {
    Path state = Files.createDirectories(folder.resolve("first"));
    Process server = new ProcessBuilder("sleep", "600").start();
    try {
      String number = Long.toString(server.pid());
      Files.writeString(state.resolve("server.pid"), number);
      Files.writeString(state.resolve("server.since"), "another start of the machine 17");
      must(state, "stop");
      assertThat(server.isAlive()).as("it is somebody else's").isTrue();
      Files.writeString(state.resolve("server.pid"), number);
      Files.writeString(state.resolve("server.since"), began(server.pid()));
      must(state, "stop");
      assertThat(server.isAlive()).as("it is ours").isFalse();
    } finally {
      server.destroyForcibly();
    }
  }

  @Test
  void whatIsBackedUpWhileItRunsComesBackWithEveryView() throws Exception {
    Path first = folder.resolve("first");
    Path second = folder.resolve("second");
    must(first, "start");
    ServerClient c = signedIn("/api/account/first");
    long job = c.openJob("Loader 1", "does not lift; «Ä→漢»");
    c.call("POST", "/api/jobs/" + job + "/logbook", Map.of("text", "Note with 🔧 and \\ and '"));
    c.call("POST", "/api/watch-sets", Map.of("name", "mine", "channels", List.of("engine/190")));
    byte[] log = "(1.000000) can0 18FEEE00#7BFFFFFFFFFFFFFF\n".getBytes();
    HttpResponse<String> added =
        c.send(
            "POST",
            "/api/jobs/" + job + "/recordings",
            HttpRequest.BodyPublishers.ofByteArrays(
                List.of(
                    "--b\r\nContent-Disposition: form-data; name=\"file\"; filename=\"a.log\"\r\n\r\n"
                        .getBytes(),
                    log,
                    "\r\n--b--\r\n".getBytes())),
            "multipart/form-data; boundary=b",
            HttpResponse.BodyHandlers.ofString());
    assertThat(added.statusCode()).as(added.body()).isEqualTo(201);
    String before = views(c, job);
    Path file = folder.resolve("backup.tgz");
    must(first, "backup", file.toString());
    assertThat(run(first, "backup", file.toString()).says()).contains("is there already");
    c.call("POST", "/api/jobs/" + job + "/logbook", Map.of("text", "after the backup"));
    assertThat(run(first, "restore", file.toString()).says()).contains("something still runs");
    must(first, "stop");
    assertThat(run(first, "restore", file.toString()).says())
        .contains("holds an installation already");
    must(second, "restore", file.toString());
    must(second, "start");
    assertThat(views(signedIn("/api/account/sign-in"), job)).isEqualTo(before);
    must(second, "stop");

    refusesWhatItCannotTrust(file);
    touchesNothingOfHalfAState(first);
  }

  private void refusesWhatItCannotTrust(Path file) throws Exception {
    Path third = folder.resolve("third");
    Path newer = changed(file, "s/^schema .*/schema 999/", "about", "newer.tgz");
    assertThat(run(third, "restore", newer.toString()).says())
        .contains("newer Hitch Lamp (schema 999");
    Path damaged = changed(file, "1s/^/x/", "hitchlamp.sql", "damaged.tgz");
    assertThat(run(third, "restore", damaged.toString()).says()).contains("checksum does not fit");
    Path no = Files.writeString(folder.resolve("no.tgz"), "no archive");
    assertThat(run(third, "restore", no.toString()).says()).contains("no whole backup");
    assertThat(third.resolve("db")).doesNotExist();
  }

  private Path changed(Path file, String how, String part, String name) throws Exception {
    Path to = folder.resolve(name);
    Path work = Files.createTempDirectory(folder, "changed");
    Process p =
        new ProcessBuilder(
                "bash",
                "-c",
                "tar -C \"$1\" -xzf \"$2\" && sed -i \"$3\" \"$1/$4\" && tar -C \"$1\" -czf \"$5\" about hitchlamp.sql spool",
                "changed",
                work.toString(),
                file.toString(),
                how,
                part,
                to.toString())
            .inheritIO()
            .start();
    assertThat(p.waitFor()).isZero();
    return to;
  }

  private void touchesNothingOfHalfAState(Path state) throws Exception {
    Path lost = state.resolve("db/data/mysql");
    Path elsewhere = folder.resolve("mysql-moved-away");
    Files.move(lost, elsewhere);
    Ran ran = run(state, "start");
    assertThat(ran.exit()).isNotZero();
    assertThat(ran.says()).contains("its 'mysql' is missing; nothing in it was touched");
    assertThat(state.resolve("db/data/hitchlamp")).isNotEmptyDirectory();
    assertThat(run(state, "reset").says()).contains("Say './hitch-lamp reset --yes'");
    assertThat(state.resolve("db/data/hitchlamp")).isNotEmptyDirectory();
    Files.move(elsewhere, lost);
  }
}
