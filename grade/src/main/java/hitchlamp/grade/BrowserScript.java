package hitchlamp.grade;

/** Script that a measured page runs before its own. */
final class BrowserScript {
  /** Notes what is drawn and when; says whether the plots in view show another window. */
  static final String SEEN =
      """
      window.__seen = [];
      const Plain = window.WebSocket;
      window.WebSocket = class extends Plain {
        constructor(...a) {
          super(...a);
          this.addEventListener('message', (m) => {
            if (!m.data.includes('"type":"now"')) return;
            const seconds = Number(/"seconds":([0-9.eE+]+)/.exec(m.data)[1]);
            requestAnimationFrame(() => requestAnimationFrame(() => {
              window.__seen.push([seconds, (performance.timeOrigin + performance.now()) * 1000]);
            }));
          });
        }
      };
      // Every plot in view shows the window that the page is to show, which is another than before.
      window.__drawn = (before) => {
        const all = document.querySelector('[data-window]');
        if (!all || all.dataset.window === before) return false;
        const inView = (n) => {
          const box = n.getBoundingClientRect();
          return box.bottom > 0 && box.top < innerHeight;
        };
        return [...all.children].filter(inView).every((g) =>
          g.dataset.drawn === all.dataset.window &&
          [...g.querySelectorAll('figure [role=img]')].filter(inView).every((p) => p.querySelector('canvas')));
      };
      """;

  private BrowserScript() {}
}
