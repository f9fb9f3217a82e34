package hitchlamp.server.support;

import hitchlamp.server.HitchLamp;
import hitchlamp.standin.scenario.Scenario;
import hitchlamp.standin.serve.StandIn;
import java.io.IOException;
import java.net.InetAddress;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.extension.BeforeAllCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.util.FileSystemUtils;

/**
 * The real application with a real database and simulated units over real sockets, started once for
 * all tests of a process. Each test opens units and jobs of its own, and leaves nothing hooked up.
 */
public final class Installation implements BeforeAllCallback, ParameterResolver {
  private static Running running;

  /** What runs. */
  public static final class Running implements AutoCloseable {
    private final Database database;
    private final StandIn standIn;
    private final Path spool;
    private ConfigurableApplicationContext application;

    Running() throws Exception {
      database = Database.start();
      spool = Files.createTempDirectory("hitch-lamp-spool");
      StandIn units = null;
      try {
        units = StandIn.start(InetAddress.getLoopbackAddress(), 0, 0, 1, scenarios());
        standIn = units;
        start();
      } catch (Exception e) {
        // Nothing is left running behind a failed start.
        if (units != null) {
          units.close();
        }
        database.close();
        throw e;
      }
    }

    private static List<Scenario> scenarios() {
      Path folder = Path.of("../standin/scenarios");
      return java.util.stream.Stream.of(
              "tipper-14", "tipper-9", "tipper-3", "tipper-6", "ferry-1", "tractor-1", "tipper-10")
          .map(n -> quick(folder.resolve(n + ".yaml")))
          .toList();
    }

    /** A scenario whose modules answer sooner, so that reads at real pace end sooner. */
    private static Scenario quick(Path file) {
      try {
        String text = Files.readString(file).replace("delay: [10, 200]", "delay: [2, 12]");
        return Scenario.read(file.toString(), text);
      } catch (IOException e) {
        throw new java.io.UncheckedIOException(e);
      }
    }

    private void start() {
      application =
          new SpringApplication(HitchLamp.class)
              .run(
                  "--server.port=0",
                  "--spring.datasource.url=" + database.url(),
                  "--spring.datasource.password=test",
                  "--hitchlamp.packs=../packs",
                  "--hitchlamp.spool=" + spool,
                  "--hitchlamp.demo=true",
                  "--hitchlamp.cabs=http://127.0.0.1:" + standIn.cabPort());
    }

    /** Stops the application and starts it again on the same database. */
    public void restart() {
      application.close();
      start();
    }

    /** Its database, for those who end it. */
    public Database database() {
      return database;
    }

    /** Folder in which recordings are kept until they are in the database. */
    public Path spool() {
      return spool;
    }

    /** Address of the cabs of the simulated units. */
    public String cabs() {
      return "http://127.0.0.1:" + standIn.cabPort() + "/units/";
    }

    /** Address of the application. */
    public String url() {
      return "http://127.0.0.1:"
          + ((WebServerApplicationContext) application).getWebServer().getPort();
    }

    public int unitPort(int unit) {
      return standIn.port(unit);
    }

    public <T> T bean(Class<T> type) {
      return application.getBean(type);
    }

    @Override
    public void close() throws Exception {
      application.close();
      standIn.close();
      database.close();
      FileSystemUtils.deleteRecursively(spool);
    }
  }

  @Override
  public void beforeAll(ExtensionContext context) {
    running();
  }

  /** Ends with the process: whoever runs the classes closes their store after each of them. */
  private static synchronized Running running() {
    if (running == null) {
      try {
        running = new Running();
      } catch (Exception e) {
        throw new IllegalStateException(e);
      }
      Runtime.getRuntime().addShutdownHook(new Thread(Installation::end, "end of the tests"));
    }
    return running;
  }

  private static void end() {
    try {
      running.close();
    } catch (Exception e) {
      throw new IllegalStateException(e);
    }
  }

  @Override
  public boolean supportsParameter(ParameterContext parameter, ExtensionContext context) {
    return parameter.getParameter().getType() == Running.class;
  }

  @Override
  public Object resolveParameter(ParameterContext parameter, ExtensionContext context) {
    return running();
  }
}
