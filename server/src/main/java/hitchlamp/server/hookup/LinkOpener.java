package hitchlamp.server.hookup;

import hitchlamp.core.bus.Link;

/** How a link is opened on a bus. */
interface LinkOpener {
  /**
   * Opens it.
   *
   * @throws hitchlamp.core.bus.LinkRefusal where there is none
   */
  Link open(String bus);
}
