package hitchlamp.core.watch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hitchlamp.core.quantity.Unit;
import hitchlamp.yaml.YamlFault;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Maps of columns as people write them. */
class CsvMapReaderTest {
  private static CsvMap read(String text) {
    return CsvMapReader.read("map.json", text);
  }

  @Test
  void needsItsColumnsAlone() {
    CsvMap m = read("{\"columns\": [{\"number\": 1, \"spn\": 190}]}");
    assertThat(m.separator()).isEqualTo(',');
    assertThat(m.time()).isEqualTo(CsvMap.Time.SECONDS);
    assertThat(m.headLine()).isEqualTo(1);
    assertThat(m.missing()).contains("n/a");
    assertThat(m.columns().get(0)).isEqualTo(new CsvMap.Column(1, "SPN 190", Unit.ONE, 190, ""));
  }

  @Test
  void theWholeMapOfTheDocsIsRead() {
    CsvMap m =
        read(
            """
            {"separator": ";", "decimalComma": true, "headLine": 2, "timeColumn": 3, "time": "MILLISECONDS",
             "columns": [{"number": 1, "name": "Engine speed", "unit": "RPM", "spn": 190, "module": "port"}],
             "missing": ["none"]}
            """);
    assertThat(m)
        .isEqualTo(
            new CsvMap(
                ';',
                true,
                2,
                3,
                CsvMap.Time.MILLISECONDS,
                java.util.List.of(new CsvMap.Column(1, "Engine speed", Unit.RPM, 190, "port")),
                java.util.List.of("none")));
  }

  @ParameterizedTest
  @CsvSource({
    "km/h, KILOMETRE_PER_HOUR",
    "psi, PSI",
    "°C, CELSIUS",
    "degC, CELSIUS",
    "deg F, FAHRENHEIT",
    "Nm, NEWTON_METRE",
    "kpa, KILOPASCAL",
    "KILOPASCAL, KILOPASCAL",
    "%, PERCENT",
    "1/min, RPM"
  })
  void unitsAreNamedAsPeopleWriteThem(String text, Unit unit) {
    CsvMap m = read("columns: [{number: 1, name: X, unit: '" + text + "'}]");
    assertThat(m.columns().get(0).unit()).isEqualTo(unit);
  }

  @Test
  void everyFaultIsToldWithItsLineAtOnce() {
    assertThatThrownBy(
            () ->
                read(
                    """
                    separator: x
                    time: fortnights
                    colums: []
                    columns:
                      - {number: 1, name: Speed, unit: furlongs}
                      - {name: Load}
                      - {number: 2}
                      - {number: 3, name: A}
                      - {number: 3, name: B}
                    """))
        .isInstanceOf(YamlFault.class)
        .hasMessageContaining("colums")
        .hasMessageContaining("line 1")
        .hasMessageContaining("line 2")
        .hasMessageContaining("line 5: no unit is called 'furlongs'; there are rpm")
        .hasMessageContaining("line 6")
        .hasMessageContaining("line 7: a column needs a name")
        .hasMessageContaining("line 9: column 3 stands twice");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "{}",
        "''",
        "[]",
        "{columns: []}",
        "{columns: 7}",
        "{columns: [7]}",
        "not: [a, map",
        "null"
      })
  void whatIsNoMapIsRefused(String text) {
    assertThatThrownBy(() -> read(text)).isInstanceOf(YamlFault.class);
  }
}
