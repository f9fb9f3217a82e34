package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

/** What the page on the simulation says of what is kept. */
class SimulationMeasureTest {
  @Test
  void nothingIsLostInTheSimulatedEngine() {
    Balances b = Balances.of(1);
    assertThat(b.rows()).hasSize(4);
    assertThat(b.rows().get("energy at full load")).isLessThan(0.01);
    b.rows()
        .forEach(
            (what, off) -> {
              if (!what.startsWith("energy")) {
                assertThat(off).as(what).isLessThan(1e-6);
              }
            });
  }
}
