package hitchlamp.server.pack;

import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.quantity.UnitSystem;
import hitchlamp.core.trial.TestKinds;
import hitchlamp.server.config.Settings;
import jakarta.validation.constraints.NotNull;
import java.util.Arrays;
import java.util.List;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Packs at hand, and units of measure with their conversions. */
@RestController
@RequestMapping("/api")
class PackController {
  private final PackLibrary shelf;

  PackController(PackLibrary shelf) {
    this.shelf = shelf;
  }

  @Configuration
  static class Shelf {
    @Bean
    PackLibrary packShelf(Settings settings) {
      PackLibrary shelf = PackLibrary.read(java.nio.file.Path.of(settings.packs()));
      shelf.ofUnits().forEach(TestKinds::check);
      return shelf;
    }
  }

  record PackView(
      @NotNull String id,
      @NotNull String title,
      @NotNull Pack.Layer layer,
      @NotNull int version,
      @NotNull String hash) {}

  /**
   * A unit with the way to the units in which it is shown: {@code shown = value * factor + offset}.
   */
  record MeasureView(@NotNull String symbol, @NotNull Shown metric, @NotNull Shown us) {}

  record Shown(@NotNull String symbol, @NotNull double factor, @NotNull double offset) {}

  @GetMapping("/packs")
  List<PackView> packs() {
    return shelf.packs().stream()
        .map(p -> new PackView(p.id(), p.title(), p.layer(), p.version(), p.hash()))
        .toList();
  }

  @GetMapping("/packs/{id}/plugs")
  List<Pack.Plug> plugs(@PathVariable String id) {
    return (shelf.packs().stream().anyMatch(p -> p.id().equals(id)) ? shelf.with(id) : shelf.base())
        .plugs();
  }

  @GetMapping("/quantities")
  List<MeasureView> quantities() {
    return Arrays.stream(Unit.values())
        .map(u -> new MeasureView(u.symbol(), shown(u, UnitSystem.METRIC), shown(u, UnitSystem.US)))
        .toList();
  }

  private static Shown shown(Unit unit, UnitSystem system) {
    Unit to = system.shown(unit);
    double zero = unit.convert(0, to);
    return new Shown(to.symbol(), unit.convert(1, to) - zero, zero);
  }
}
