package hitchlamp.server.hookup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.verifyNoInteractions;
import static org.mockito.Mockito.when;

import hitchlamp.core.hookup.RollEntry;
import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.pack.ModuleKind;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import java.nio.file.Path;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.json.JsonMapper;

/** What is expected of a unit that no pack describes. */
class PastModulesTest {
  private static final PackLibrary PACKS = PackLibrary.read(Path.of("../packs"));
  private static final long JOB = 7;

  private final HookUpMapper mapper = mock(HookUpMapper.class);
  private final PastModules past = new PastModules(mapper, JsonMapper.builder().build());

  private static String module(int address, int function, int instance, RollEntry.Presence p) {
    return """
        {"key":"k%1$d","title":"Module %1$d","address":%1$d,"presence":"%4$s","expected":false,"unexpected":false,
         "name":{"hex":"0","function":%2$d,"functionInstance":%3$d,"ecuInstance":0,"manufacturer":1,"identity":2,"industryGroup":0},
         "faults":[],"told":{},"oddities":[],"checks":[]}"""
        .formatted(address, function, instance, p);
  }

  private void lastVisit(String... modules) {
    when(mapper.rollBefore(anyLong()))
        .thenReturn(
            Optional.of(
                """
                {"full":true,"state":"COMPLETE","calledAt":"2026-10-05T08:00:00Z","seconds":4,"pack":"base",
                 "modules":[%s],"faults":[],"notes":[]}"""
                    .formatted(String.join(",", modules))));
  }

  @Test
  void thoseThatAnsweredAtTheLastVisitAreExpectedAgain() {
    lastVisit(
        module(0, 0, 0, RollEntry.Presence.ANSWERS),
        module(33, 26, 0, RollEntry.Presence.SENDS_ONLY),
        module(3, 3, 0, RollEntry.Presence.SILENT),
        module(11, 9, 0, RollEntry.Presence.ANSWERS),
        module(12, 9, 0, RollEntry.Presence.ANSWERS));
    Pack pack = past.over(PACKS.base(), JOB);
    assertThat(pack.expected()).extracting(ModuleKind::address).containsExactly(0, 11);
    ModuleKind brakes = pack.expected().get(1);
    assertThat(brakes.title()).isEqualTo("Module 11");
    assertThat(brakes.conversion())
        .as("nobody told how it writes faults")
        .isEqualTo(ConversionVersion.AMBIGUOUS);
    assertThat(brakes.checks()).singleElement().asString().contains("2026-10-05");
    assertThat(pack.hash()).isNotEqualTo(PACKS.base().hash());
  }

  @Test
  void aUnitThatAPackDescribesHasWhatThePackExpects() {
    Pack truck = PACKS.with("orrendale-haulward");
    assertThat(past.over(truck, JOB)).isSameAs(truck);
    verifyNoInteractions(mapper);
  }

  @Test
  void atTheFirstVisitNothingIsExpected() {
    when(mapper.rollBefore(anyLong())).thenReturn(Optional.empty());
    assertThat(past.over(PACKS.base(), JOB).expected()).isEmpty();
    past.over(PACKS.base(), JOB);
    verify(mapper, times(1)).rollBefore(JOB);
  }
}
