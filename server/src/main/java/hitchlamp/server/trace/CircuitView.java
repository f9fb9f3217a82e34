package hitchlamp.server.trace;

import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Parameter;
import hitchlamp.core.pack.Wiring;
import hitchlamp.core.trace.CircuitSheet;
import hitchlamp.core.trace.GuideText;
import hitchlamp.server.fault.FaultsView.GuideLine;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.Optional;

/**
 * The wiring of a part as the browser draws it.
 *
 * @param nets points that are one with another by wires and splices
 * @param guides for the part
 */
record CircuitView(
    @NotNull String part,
    @NotNull String title,
    @NotNull String what,
    @NotNull String normal,
    @NotNull List<FittingView> fittings,
    @NotNull List<WireView> wires,
    @NotNull List<List<String>> nets,
    @NotNull List<GuideLine> guides) {

  /** Something that wires end at; parts are those whose sheet can be opened from it. */
  record FittingView(
      @NotNull String id,
      @NotNull Wiring.Kind kind,
      @NotNull String title,
      @NotNull String place,
      @NotNull double amps,
      @NotNull String part,
      @NotNull String partTitle,
      @NotNull List<ContactView> contacts) {}

  /**
   * A contact.
   *
   * @param own true where it belongs to the part whose sheet this is
   * @param spn value that its voltage stands for; 0 where none
   * @param measures name of that value; empty where none
   */
  record ContactView(
      @NotNull String point,
      @NotNull String name,
      @NotNull String says,
      @NotNull Wiring.Role role,
      @NotNull boolean own,
      @NotNull int spn,
      @NotNull String measures) {}

  record WireView(
      @NotNull String number,
      @NotNull String from,
      @NotNull String to,
      @NotNull String colour,
      @NotNull double mm2) {}

  /**
   * What the module makes of a contact's voltage just now.
   *
   * @param value in its own unit
   * @param volts that it stands for, nominal; null where the pack has no curve
   */
  record ContactNow(
      @NotNull String point, @NotNull double value, @NotNull String unit, Double volts) {}

  static CircuitView of(Pack pack, Component c) {
    CircuitSheet sheet = CircuitSheet.of(pack.wiring(), c.base());
    return new CircuitView(
        c.id(),
        c.title(),
        c.what(),
        c.normal(),
        sheet.fittings().stream().map(f -> fitting(pack, c, sheet, f)).toList(),
        sheet.wires().stream()
            .map(w -> new WireView(w.number(), w.from(), w.to(), w.colour(), w.mm2()))
            .toList(),
        sheet.nets().stream().map(List::copyOf).toList(),
        pack.guidesFor(c).stream()
            .map(g -> new GuideLine(g.id(), GuideText.fill(g.title(), pack, c)))
            .toList());
  }

  private static FittingView fitting(
      Pack pack, Component of, CircuitSheet sheet, Wiring.Fitting f) {
    Optional<Component> part =
        pack.components().values().stream()
            .filter(c -> c.base().equals(f.part()) && pack.sameSide(c.module(), of.module()))
            .findFirst();
    return new FittingView(
        f.id(),
        f.kind(),
        f.title(),
        f.place(),
        f.amps(),
        part.map(Component::id).orElse(""),
        part.map(Component::title).orElse(""),
        f.contacts().stream().map(c -> contact(pack, sheet, f, c)).toList());
  }

  private static ContactView contact(
      Pack pack, CircuitSheet sheet, Wiring.Fitting f, Wiring.Contact c) {
    String point = f.point(c);
    return new ContactView(
        point,
        c.name(),
        GuideText.said(pack.wiring(), point),
        c.role(),
        sheet.own().contains(point),
        c.spn(),
        c.spn() == 0 ? "" : pack.told(c.spn()).map(Parameter::name).orElse(pack.spnText(c.spn())));
  }
}
