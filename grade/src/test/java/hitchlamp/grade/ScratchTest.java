package hitchlamp.grade;

import hitchlamp.core.pack.PackLibrary;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;

class ScratchTest {
  @Test
  void go() throws Exception {
    PackLibrary lib = PackLibrary.read(Path.of("../packs"));
    CylinderTrials t =
        System.getProperty("k", "x").equals("e1")
            ? new CompressionTrials(lib)
            : new ContributionTrials(lib);
    int n = Integer.getInteger("n", 20);
    for (CylinderTrials.Lot lot : CylinderTrials.Lot.values()) {
      int right = 0, another = 0, cannot = 0, rule = 0;
      StringBuilder bad = new StringBuilder();
      long t0 = System.nanoTime();
      for (int i = 1; i <= n; i++) {
        CylinderTrials.Outcome o = t.run(i, lot);
        right += o.right() ? 1 : 0;
        another += o.another() ? 1 : 0;
        cannot += o.verdict() == hitchlamp.core.judge.Verdict.CANNOT_TELL ? 1 : 0;
        rule += o.rule().named().equals(o.guilty()) ? 1 : 0;
        if (!o.right() || i <= 2)
          bad.append(
              o.seed()
                  + " "
                  + o.unit()
                  + " "
                  + o.what()
                  + " "
                  + o.size()
                  + " "
                  + o.guilty()
                  + " "
                  + o.verdict()
                  + " "
                  + o.says()
                  + "\n");
      }
      System.out.println(
          lot
              + " right "
              + right
              + " of "
              + n
              + " another "
              + another
              + " cannot "
              + cannot
              + " rule "
              + rule
              + " s "
              + (System.nanoTime() - t0) / 1e9
              + "\n"
              + bad);
    }
  }
}
