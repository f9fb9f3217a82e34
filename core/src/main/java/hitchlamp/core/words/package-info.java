/**
 * What the tool says: sentences with places for what differs, one message file per area, and
 * figures that keep their unit until somebody reads them.
 */
package hitchlamp.core.words;
