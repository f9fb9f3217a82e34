package hitchlamp.core.pack;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.quantity.Unit;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What was found out at work becomes a pack that the tool reads itself. */
class WorkshopPackTest {
  private static final PackLibrary PACKS = PackLibrary.read(Path.of("../packs"));
  private static final List<Parameter> FOUND =
      List.of(
          new Parameter(516_097, "Boom \"angle\"", 0xFF12, 12, 10, 0.125, -40, Unit.PERCENT),
          new Parameter(516_096, "Bucket: weight", 0xFF12, 32, 16, 1e-3, 0, Unit.KILOGRAM));

  private static Pack read(String text) {
    return PackReader.read("workshop.yaml", text);
  }

  @Test
  void itIsReadBackAsItWasFound() {
    Pack pack = read(WorkshopPack.write(PACKS.base(), "Some \\ maker", "Model 5", FOUND));
    assertThat(pack.layer()).isEqualTo(Pack.Layer.WORKSHOP);
    assertThat(pack.identify()).contains(new Pack.Identify("Some \\ maker", "Model 5"));
    assertThat(pack.parameters().values()).containsExactlyInAnyOrderElementsOf(FOUND);
  }

  @Test
  void overAMakersPackItLiesOnEveryUnitOfThatKind() {
    Pack truck = PACKS.with("orrendale-haulward");
    List<Pack> with = new ArrayList<>(PACKS.packs());
    with.add(read(WorkshopPack.write(truck, "", "", FOUND)));
    PackLibrary library = new PackLibrary(with);
    Pack over = library.find("Orrendale", "Korvane 6").orElseThrow();
    assertThat(over.parameters()).containsKeys(516_096, 516_097);
    assertThat(over.modules()).isEqualTo(truck.modules());
    Pack named = library.with(over.id());
    assertThat(named.modules()).as("named by itself it is the same").isEqualTo(truck.modules());
    assertThat(named.hash()).isEqualTo(over.hash());
  }

  @Test
  void whereNoMakersPackIsItStandsForTheUnitByItself() {
    List<Pack> with = new ArrayList<>(PACKS.packs());
    with.add(read(WorkshopPack.write(PACKS.base(), "Saltmere", "Digger 9", FOUND)));
    Pack found = new PackLibrary(with).find("Saltmere", "Digger 900").orElseThrow();
    assertThat(found.parameters()).containsKeys(516_096, 190);
    assertThat(new PackLibrary(with).find("Saltmere", "Other")).isEmpty();
  }
}
