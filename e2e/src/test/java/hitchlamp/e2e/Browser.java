package hitchlamp.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.deque.html.axecore.results.Rule;
import com.deque.html.axecore.selenium.AxeBuilder;
import hitchlamp.grade.HeadlessChromium;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.OutputType;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.support.ui.ExpectedConditions;
import org.openqa.selenium.support.ui.WebDriverWait;

/** One person's browser, spoken to in the job's words. */
final class Browser implements AutoCloseable {
  private static final Duration PATIENCE = Duration.ofSeconds(60);

  /** A page longer than that is a list. */
  private static final int MOST_SCREENS = 4;

  private final ChromeDriver driver;
  private final String url;

  Browser(String url) throws IOException {
    this.url = url;
    driver = HeadlessChromium.start();
    driver.get(url);
  }

  void size(int width, int height) {
    HeadlessChromium.size(driver, width, height);
  }

  void open(String path) {
    driver.get(url + path);
  }

  String path() {
    return driver.getCurrentUrl().substring(url.length());
  }

  private WebElement wait(By what) {
    try {
      return new WebDriverWait(driver, PATIENCE)
          .ignoring(org.openqa.selenium.StaleElementReferenceException.class)
          .until(ExpectedConditions.visibilityOfElementLocated(what));
    } catch (org.openqa.selenium.TimeoutException e) {
      throw new AssertionError(
          "not seen: "
              + what
              + "; the page says:\n"
              + driver.findElement(By.tagName("body")).getText(),
          e);
    }
  }

  private static String quoted(String text) {
    return text.contains("'") ? "\"" + text + "\"" : "'" + text + "'";
  }

  /** Waits until a text is to be seen. */
  void sees(String text) {
    wait(
        By.xpath(
            "//*[contains(normalize-space(.), "
                + quoted(text)
                + ")][not(self::html or self::body or self::script)]"));
  }

  /** Waits until a text is gone. */
  void seesNoMore(String text) {
    new WebDriverWait(driver, PATIENCE)
        .until(d -> !d.findElement(By.tagName("body")).getText().contains(text));
  }

  boolean shows(String text) {
    return driver.findElement(By.tagName("body")).getText().contains(text);
  }

  /** True where such a button is there. */
  private boolean offers(String button) {
    return !driver
        .findElements(By.xpath("//button[contains(normalize-space(.), " + quoted(button) + ")]"))
        .isEmpty();
  }

  /** Takes the seat of the open job's unit, which is free. */
  void takesTheSeat() {
    presses("Seat free");
    presses("Take the seat");
    sees("You have the seat.");
    keys(Keys.ESCAPE);
  }

  /** Path of the open job. */
  String job() {
    return path().replaceAll("(/jobs/\\d+).*", "$1");
  }

  /** Hooks the unit of the open job up, anew where it is hooked up already. */
  void hooksUp(String unit) {
    new WebDriverWait(driver, PATIENCE)
        .until(d -> offers("Hook up to " + unit) || offers("Unhook"));
    if (offers("Unhook")) {
      presses("Unhook");
    }
    presses("Hook up to " + unit);
    sees("can250");
  }

  void presses(String button) {
    click(By.xpath("//button[contains(normalize-space(.), " + quoted(button) + ")]"));
  }

  /** Presses the button that has this text and no other. */
  void pressesOnly(String button) {
    click(By.xpath("//button[normalize-space(.) = " + quoted(button) + "]"));
  }

  /** Chooses from the list with this label. */
  void picks(String label, String option) {
    By list = By.xpath("//label[starts-with(normalize-space(.), " + quoted(label) + ")]//select");
    new org.openqa.selenium.support.ui.Select(wait(list)).selectByVisibleText(option);
  }

  void follows(String link) {
    click(By.xpath("//a[contains(normalize-space(.), " + quoted(link) + ")]"));
  }

  /** Clicks as soon as the thing is there, enabled, and nothing lies over it. */
  private void click(By what) {
    new WebDriverWait(driver, PATIENCE)
        .ignoring(org.openqa.selenium.StaleElementReferenceException.class)
        .ignoring(org.openqa.selenium.ElementNotInteractableException.class)
        .until(
            d -> {
              WebElement e = d.findElement(what);
              if (!e.isDisplayed() || !e.isEnabled()) {
                return false;
              }
              e.click();
              return true;
            });
  }

  /** Types into the field with this label or placeholder. */
  void types(String label, String text) {
    WebElement field =
        wait(
            By.xpath(
                "//*[self::input or self::textarea][@aria-label="
                    + quoted(label)
                    + " or @placeholder="
                    + quoted(label)
                    + " or ancestor::label[starts-with(normalize-space(.), "
                    + quoted(label)
                    + ")]]"));
    field.sendKeys(Keys.chord(Keys.CONTROL, "a"), text);
  }

  /** Presses keys where the focus is. */
  void keys(CharSequence... keys) {
    driver.switchTo().activeElement().sendKeys(keys);
  }

  /** Presses keys with the focus nowhere in particular. */
  void keysOnPage(CharSequence... keys) {
    driver.executeScript("document.activeElement.blur()");
    driver.findElement(By.tagName("body")).sendKeys(keys);
  }

  void signsIn(String name, String password) {
    types("Name", name);
    types("Password", password);
    presses("Sign in");
  }

  /** Chooses a theme or units from the menu. */
  void chooses(String item) {
    By menu = By.xpath("//*[@role='menu']");
    click(By.xpath("//button[contains(@aria-label, 'theme, units, sign out')]"));
    click(
        By.xpath(
            "//*[@role='menuitemradio' or @role='menuitem' or @role='menuitemcheckbox'][contains(normalize-space(.), "
                + quoted(item)
                + ")]"));
    new WebDriverWait(driver, PATIENCE)
        .until(
            d -> {
              if (d.findElements(menu).isEmpty()) {
                return true;
              }
              new org.openqa.selenium.interactions.Actions(d).sendKeys(Keys.ESCAPE).perform();
              return false;
            });
  }

  String theme() {
    return String.valueOf(driver.executeScript("return document.documentElement.dataset.theme"));
  }

  /** Sees to it that the page is usable by everybody, as far as axe can tell. */
  void isAccessible() {
    List<Rule> violations =
        new AxeBuilder()
            .withTags(List.of("wcag2a", "wcag2aa", "wcag21aa", "wcag22aa"))
            .analyze(driver)
            .getViolations();
    assertThat(violations).extracting(r -> r.getId() + ": " + r.getNodes()).isEmpty();
  }

  /** No part of the page sticks out to the side. */
  void fits() {
    assertThat(
            (Boolean)
                driver.executeScript(
                    "return document.documentElement.scrollWidth <= window.innerWidth"))
        .isTrue();
  }

  /** What in the page is cut off, covered or sticks out, from its top to its end, in sentences. */
  Set<String> crowded() throws IOException {
    String look;
    try (InputStream in = Browser.class.getResourceAsStream("crowded.js")) {
      look = new String(in.readAllBytes(), StandardCharsets.UTF_8);
    }
    Set<String> found = new LinkedHashSet<>();
    boolean end = false;
    for (int screen = 0; screen < MOST_SCREENS && !end; screen++) {
      driver.executeScript("window.scrollTo(0, arguments[0] * window.innerHeight * 0.8)", screen);
      ((List<?>) driver.executeScript(look)).forEach(f -> found.add(String.valueOf(f)));
      end =
          (Boolean)
              driver.executeScript(
                  "return scrollY + innerHeight >= document.body.scrollHeight - 2");
    }
    driver.executeScript("window.scrollTo(0, 0)");
    return found;
  }

  /** Bytes of the page and all that it has loaded, as they came. */
  long weight() {
    return ((Number)
            driver.executeScript(
                "return [...performance.getEntriesByType('navigation'),"
                    + " ...performance.getEntriesByType('resource')]"
                    + ".reduce((sum, e) => sum + e.encodedBodySize, 0)"))
        .longValue();
  }

  /** Keeps a picture where the environment names a folder for them. */
  void picture(String name) throws IOException {
    String folder = System.getenv("HITCHLAMP_PICTURES");
    if (folder != null) {
      Files.write(Path.of(folder, name + ".png"), driver.getScreenshotAs(OutputType.BYTES));
    }
  }

  @Override
  public void close() {
    driver.quit();
  }
}
