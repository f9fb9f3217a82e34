package hitchlamp.server.hookup;

import hitchlamp.core.pack.PackLibrary;
import hitchlamp.server.job.Jobs;
import hitchlamp.server.job.Seats;
import hitchlamp.server.outbox.Outbox;
import hitchlamp.server.stream.Topics;
import java.time.Clock;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Where what hook-ups report goes. */
@Component
record ReportSinks(
    Jobs jobs,
    Topics topics,
    HookUpMapper mapper,
    FrameStore store,
    PackLibrary shelf,
    JsonMapper json,
    Outbox outbox,
    Seats seats,
    HeldFiles heldFiles,
    Clock clock) {}
