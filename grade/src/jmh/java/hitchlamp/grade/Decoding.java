package hitchlamp.grade;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.j1939.FaultMessage;
import hitchlamp.core.j1939.Identifier;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.pack.Parameter;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OperationsPerInvocation;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.infra.Blackhole;

/** Frames a second on one core: identifiers, parameters, fault lists. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.Throughput)
@OutputTimeUnit(TimeUnit.SECONDS)
public class Decoding {
  private static final int COUNT = 1_024;
  private final Frame[] frames = new Frame[COUNT];
  private final Message[] messages = new Message[COUNT];
  private final byte[] faults = new byte[42];
  private List<Parameter> parameters;

  @Setup
  public void frames() {
    Pack pack = PackLibrary.read(Path.of("packs")).base();
    parameters = pack.parametersIn(61444);
    for (int i = 0; i < COUNT; i++) {
      frames[i] = new Frame(Measure.engineSpeed().identifier() | i % 40, true, 8, Measure.engineSpeed().payload() + i);
      messages[i] = new Message(61444, i % 40, 255, 3, frames[i].bytes(), i, i);
    }
    for (int i = 0; i < faults.length; i++) {
      faults[i] = (byte) (i * 7);
    }
  }

  @Benchmark
  @OperationsPerInvocation(COUNT)
  public void identifier(Blackhole hole) {
    for (Frame f : frames) {
      hole.consume(Identifier.of(f.identifier()));
    }
  }

  @Benchmark
  @OperationsPerInvocation(COUNT)
  public void threeParameters(Blackhole hole) {
    for (Message m : messages) {
      for (int p = 0; p < parameters.size(); p++) {
        hole.consume(parameters.get(p).read(m));
      }
    }
  }

  @Benchmark
  public FaultMessage tenFaults() {
    return FaultMessage.of(faults, ConversionVersion.V4);
  }
}
