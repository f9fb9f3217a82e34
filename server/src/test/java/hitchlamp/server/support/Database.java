package hitchlamp.server.support;

import java.io.IOException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/** A MariaDB of its own in a temporary folder, on loopback. */
public final class Database implements AutoCloseable {
  private final Path folder;
  private final int port;
  private final List<String> command;
  private Process process;

  private Database(Path folder, int port, List<String> command) {
    this.folder = folder;
    this.port = port;
    this.command = command;
  }

  /** Sets one up and starts it. */
  public static Database start() throws IOException, InterruptedException {
    Path folder = Files.createTempDirectory("hl");
    boolean root = System.getProperty("user.name").equals("root");
    List<String> install = new ArrayList<>(List.of("mariadb-install-db", "--no-defaults"));
    List<String> server = new ArrayList<>(List.of("mariadbd", "--no-defaults"));
    if (root) {
      install.add("--user=root");
      server.add("--user=root");
    }
    install.addAll(
        List.of(
            "--datadir=" + folder.resolve("data"),
            "--auth-root-authentication-method=socket",
            "--skip-test-db",
            "--skip-name-resolve"));
    run(install, folder);
    Path init =
        Files.writeString(
            folder.resolve("init.sql"),
            "CREATE DATABASE IF NOT EXISTS hitchlamp CHARACTER SET utf8mb4;\nCREATE OR REPLACE USER 'app'@'127.0.0.1' IDENTIFIED BY 'test';\nGRANT ALL ON hitchlamp.* TO 'app'@'127.0.0.1';\n");
    int port;
    try (ServerSocket free = new ServerSocket(0)) {
      port = free.getLocalPort();
    }
    server.addAll(
        List.of(
            "--datadir=" + folder.resolve("data"),
            "--socket=" + folder.resolve("s"),
            "--pid-file=" + folder.resolve("p"),
            "--bind-address=127.0.0.1",
            "--port=" + port,
            "--skip-name-resolve",
            "--skip-log-bin",
            "--default-time-zone=+00:00",
            "--max-allowed-packet=512M",
            "--init-file=" + init,
            "--log-error=" + folder.resolve("err")));
    Database database = new Database(folder, port, server);
    database.startAgain();
    return database;
  }

  /** Ends it as a power cut does. */
  public void kill() throws InterruptedException {
    process.destroyForcibly();
    process.waitFor(20, TimeUnit.SECONDS);
  }

  /** Starts it on the data that it has, and waits until it answers. */
  public void startAgain() throws IOException, InterruptedException {
    process = server(command, folder, "out").start();
    for (int i = 0; i < 300; i++) {
      if (new ProcessBuilder(
                  "mariadb-admin", "--no-defaults", "--socket=" + folder.resolve("s"), "ping")
              .redirectErrorStream(true)
              .start()
              .waitFor()
          == 0) {
        return;
      }
      if (!process.isAlive()) {
        break;
      }
      TimeUnit.MILLISECONDS.sleep(100);
    }
    throw new IOException("the database did not start: " + Files.readString(folder.resolve("err")));
  }

  /** With temporary tables of its own: each server clears those that it finds when it starts. */
  private static ProcessBuilder server(List<String> command, Path folder, String log)
      throws IOException {
    ProcessBuilder p =
        new ProcessBuilder(command)
            .redirectErrorStream(true)
            .redirectOutput(folder.resolve(log).toFile());
    p.environment().put("TMPDIR", Files.createDirectories(folder.resolve("tmp")).toString());
    return p;
  }

  private static void run(List<String> command, Path folder)
      throws IOException, InterruptedException {
    Process p = server(command, folder, "install.log").start();
    if (!p.waitFor(60, TimeUnit.SECONDS) || p.exitValue() != 0) {
      throw new IOException(Files.readString(folder.resolve("install.log")));
    }
  }

  public String url() {
    return "jdbc:mariadb://127.0.0.1:"
        + port
        + "/hitchlamp?connectionTimeZone=UTC&forceConnectionTimeZoneToSession=true";
  }

  @Override
  public void close() throws Exception {
    process.destroy();
    process.waitFor(20, TimeUnit.SECONDS);
    try (Stream<Path> files = Files.walk(folder)) {
      for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
        Files.deleteIfExists(file);
      }
    }
  }
}
