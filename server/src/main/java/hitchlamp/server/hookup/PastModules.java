package hitchlamp.server.hookup;

import hitchlamp.core.hookup.RollEntry;
import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.pack.ModuleKind;
import hitchlamp.core.pack.Pack;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/**
 * Modules that a unit is expected to have though no pack says so: those that answered at its last
 * visit before this job. A unit that a pack describes has what the pack expects.
 */
@Component
class PastModules {
  /** Jobs whose unit's past is kept at hand. */
  private static final int MOST = 1_000;

  private final HookUpMapper mapper;
  private final JsonMapper json;

  /** An earlier visit does not change. */
  private final Map<Long, List<ModuleKind>> byJob = new ConcurrentHashMap<>();

  PastModules(HookUpMapper mapper, JsonMapper json) {
    this.mapper = mapper;
    this.json = json;
  }

  /** The pack with what the unit's last visit before a job has shown. */
  Pack over(Pack pack, long job) {
    if (!pack.expected().isEmpty()) {
      return pack;
    }
    if (byJob.size() > MOST) {
      byJob.clear();
    }
    return pack.expecting(
        byJob.computeIfAbsent(
            job,
            j ->
                mapper
                    .rollBefore(j)
                    .map(text -> modules(json.readValue(text, RollView.class)))
                    .orElse(List.of())));
  }

  /** Those that answered, each as a kind of its own. */
  static List<ModuleKind> modules(RollView roll) {
    LocalDate day = LocalDate.ofInstant(roll.calledAt(), ZoneOffset.UTC);
    List<ModuleKind> kinds = new ArrayList<>();
    for (RollView.ModuleView m : roll.modules()) {
      RollView.NameView name = m.name();
      boolean there = m.presence() == RollEntry.Presence.ANSWERS && name != null;
      if (there
          && kinds.stream()
              .noneMatch(
                  k ->
                      k.function() == name.function()
                          && k.functionInstance() == name.functionInstance())) {
        String id = "earlier-" + name.function() + "-" + name.functionInstance();
        kinds.add(
            new ModuleKind(
                id,
                m.title(),
                name.function(),
                name.functionInstance(),
                m.address(),
                true,
                ConversionVersion.AMBIGUOUS,
                false,
                id,
                "",
                List.of(HookupWords.say("it-answered-at-the-visit-of", day))));
      }
    }
    return kinds;
  }
}
