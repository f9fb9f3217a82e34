package hitchlamp.server.casefile;

import hitchlamp.core.fault.FaultState;
import hitchlamp.core.fault.KnownFault;
import hitchlamp.core.watch.CsvTable;
import hitchlamp.core.words.Said;
import hitchlamp.server.fault.Faults;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.stream.Collectors;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.springframework.stereotype.Component;

/**
 * What a spreadsheet wants of a case, as CSV (RFC 4180, units in the headers). These parts are for
 * reading elsewhere; opening a case file takes nothing from them.
 */
@Component
class CaseSheets {
  private static final String FOLDER = "csv/";
  private static final CSVFormat FORMAT = CSVFormat.RFC4180;

  private final Faults faults;

  CaseSheets(Faults faults) {
    this.faults = faults;
  }

  /** The faults of the newest read of a job. */
  void faults(CaseWriter zip, long job) throws IOException {
    List<KnownFault> known = faults.standing(job).map(s -> s.reading().faults()).orElse(List.of());
    zip.part(
        FOLDER + "faults.csv",
        out ->
            print(
                out,
                csv -> {
                  csv.printRecord(
                      "module",
                      "SPN",
                      "FMI",
                      "component",
                      "mode",
                      "state",
                      "occurrences",
                      "first [engine h]",
                      "last [engine h]");
                  for (KnownFault f : known) {
                    csv.printRecord(
                        CsvTable.cell(f.moduleTitle()),
                        f.spn(),
                        f.fmi(),
                        f.fault().component(),
                        f.fault().mode(),
                        f.states().stream()
                            .sorted()
                            .map(FaultState::name)
                            .collect(Collectors.joining(" ")),
                        f.fault().count(),
                        or(f.firstHour()),
                        or(f.lastHour()));
                  }
                }));
  }

  /** A text that a spreadsheet does not run, with its figures in metric units. */
  private static Object cell(Object value) {
    return value instanceof String text ? CsvTable.cell(new Said(text).toString()) : value;
  }

  private static Object or(OptionalDouble hour) {
    return hour.isPresent() ? hour.getAsDouble() : "";
  }

  /** Rows of a table, one column each. */
  void rows(CaseWriter zip, CaseTable table, List<Map<String, Object>> rows) throws IOException {
    List<String> columns =
        table.columns().stream().map(c -> c.equals("account_id") ? "who" : c).toList();
    zip.part(
        FOLDER + table.table().replace('_', '-') + ".csv",
        out ->
            print(
                out,
                csv -> {
                  csv.printRecord(columns.stream().map(CaseSheets::head));
                  for (Map<String, Object> row : rows) {
                    csv.printRecord(columns.stream().map(row::get).map(CaseSheets::cell));
                  }
                }));
  }

  private static String head(String column) {
    return switch (column) {
      case "hours", "engine_hours" -> "engine hours [h]";
      case "bus_micros" -> "bus time [us]";
      case "at", "read_at" -> column.replace('_', ' ') + " [UTC]";
      case "measure" -> "unit of the amount";
      default -> column.replace('_', ' ');
    };
  }

  private interface Body {
    void to(CSVPrinter csv) throws IOException;
  }

  private static void print(OutputStream out, Body body) throws IOException {
    // The zip goes on after this part: flushed, not closed.
    Writer text = new OutputStreamWriter(out, StandardCharsets.UTF_8);
    CSVPrinter csv = new CSVPrinter(text, FORMAT);
    body.to(csv);
    csv.flush();
  }
}
