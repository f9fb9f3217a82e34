package hitchlamp.server.hookup;

import hitchlamp.core.bus.Candump;
import java.io.IOException;
import java.io.Writer;
import org.springframework.stereotype.Component;

/** Gives the stored traffic of a hook-up out, both directions, as a candump log. */
@Component
public class StoredTraffic {
  private final HookUpMapper mapper;
  private final FrameStore store;

  StoredTraffic(HookUpMapper mapper, FrameStore store) {
    this.mapper = mapper;
    this.store = store;
  }

  /** Writes all frames of a hook-up in order. */
  public void write(long hookUp, Writer out) throws IOException {
    Candump.write(out, mapper.busOf(hookUp), store.frames(hookUp));
  }
}
