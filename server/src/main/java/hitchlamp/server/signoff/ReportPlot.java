package hitchlamp.server.signoff;

import hitchlamp.server.trial.TrialView;
import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.FontFormatException;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Base64;
import java.util.List;
import org.jfree.chart.ChartFactory;
import org.jfree.chart.ChartUtils;
import org.jfree.chart.JFreeChart;
import org.jfree.chart.axis.NumberAxis;
import org.jfree.chart.plot.CategoryPlot;
import org.jfree.chart.plot.ValueMarker;
import org.jfree.chart.plot.XYPlot;
import org.jfree.chart.renderer.category.BarRenderer;
import org.jfree.chart.renderer.category.StandardBarPainter;
import org.jfree.data.category.DefaultCategoryDataset;
import org.jfree.data.xy.XYSeries;
import org.jfree.data.xy.XYSeriesCollection;

/** A plot of a test for print, one run or two, the earlier one paler. */
final class ReportPlot {
  private static final int WIDTH = 1_300;
  private static final int HEIGHT = 380;
  private static final Color INK = new Color(0x1D2226);
  private static final Color PALE = new Color(0xA89F8B);
  private static final Font FONT = font();

  private ReportPlot() {}

  /** A run by its name, such as "before". */
  record Run(String name, TrialView view) {}

  private static Font font() {
    try (InputStream in = ReportPlot.class.getResourceAsStream("/fonts/Barlow_400Regular.ttf")) {
      return Font.createFont(Font.TRUETYPE_FONT, in).deriveFont(24f);
    } catch (IOException | FontFormatException e) {
      throw new IllegalStateException("the font of the report cannot be read", e);
    }
  }

  /**
   * Bars of a figure that was taken at several places, with its limits.
   *
   * @param title of the figure with its unit
   */
  static String bars(String title, String figure, List<Run> runs) {
    DefaultCategoryDataset data = new DefaultCategoryDataset();
    for (Run run : runs) {
      for (TrialView.TrialMeasured m : run.view.judgement().measured()) {
        if (m.name().equals(figure) && m.place() > 0 && m.value() != null) {
          data.addValue(m.value(), run.name, (Comparable<?>) m.place());
        }
      }
    }
    JFreeChart chart = ChartFactory.createBarChart(null, null, title, data);
    CategoryPlot plot = chart.getCategoryPlot();
    BarRenderer bars = (BarRenderer) plot.getRenderer();
    bars.setBarPainter(new StandardBarPainter());
    bars.setShadowVisible(false);
    bars.setItemMargin(0.08);
    for (int i = 0; i < runs.size(); i++) {
      bars.setSeriesPaint(i, i == runs.size() - 1 ? INK : PALE);
    }
    runs.get(runs.size() - 1).view.judgement().measured().stream()
        .filter(m -> m.name().equals(figure) && m.place() > 0)
        .flatMap(m -> java.util.stream.Stream.of(m.low(), m.high()))
        .filter(java.util.Objects::nonNull)
        .distinct()
        .forEach(limit -> plot.addRangeMarker(new ValueMarker(limit, INK, new BasicStroke(2))));
    plot.setBackgroundPaint(Color.WHITE);
    plot.setOutlineVisible(false);
    plot.setRangeGridlinePaint(PALE);
    plot.getDomainAxis().setTickLabelFont(FONT);
    axis((NumberAxis) plot.getRangeAxis());
    return image(chart);
  }

  /** The first value of each run over its time. */
  static String lines(List<Run> runs) {
    TrialView.SeenTrace trace = runs.get(0).view.trace();
    XYSeriesCollection data = new XYSeriesCollection();
    for (Run run : runs) {
      XYSeries line = new XYSeries(run.name);
      for (TrialView.SeenPoint p : run.view.trace().points()) {
        if (!p.values().isEmpty() && p.values().get(0) != null) {
          line.add(p.seconds(), p.values().get(0));
        }
      }
      data.addSeries(line);
    }
    JFreeChart chart =
        ChartFactory.createXYLineChart(
            null, "s", trace.names().get(0) + ", " + trace.units().get(0), data);
    XYPlot plot = chart.getXYPlot();
    for (int i = 0; i < runs.size(); i++) {
      plot.getRenderer().setSeriesPaint(i, i == runs.size() - 1 ? INK : PALE);
      plot.getRenderer().setSeriesStroke(i, new BasicStroke(3));
    }
    plot.setBackgroundPaint(Color.WHITE);
    plot.setOutlineVisible(false);
    plot.setRangeGridlinePaint(PALE);
    plot.setDomainGridlinesVisible(false);
    axis((NumberAxis) plot.getDomainAxis());
    axis((NumberAxis) plot.getRangeAxis());
    return image(chart);
  }

  private static void axis(NumberAxis axis) {
    axis.setAutoRangeIncludesZero(false);
    axis.setTickLabelFont(FONT);
    axis.setLabelFont(FONT);
  }

  /** As an image within the page. */
  private static String image(JFreeChart chart) {
    chart.setBackgroundPaint(Color.WHITE);
    chart.getLegend().setItemFont(FONT);
    chart.getLegend().setFrame(org.jfree.chart.block.BlockBorder.NONE);
    try (ByteArrayOutputStream out = new ByteArrayOutputStream()) {
      ChartUtils.writeChartAsPNG(out, chart, WIDTH, HEIGHT);
      return "<img style=\"width:172mm;height:50mm\" alt=\"\" src=\"data:image/png;base64,"
          + Base64.getEncoder().encodeToString(out.toByteArray())
          + "\"/>";
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
