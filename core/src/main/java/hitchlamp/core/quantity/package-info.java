/** Units of measure: stored values never change, every shown figure converts. */
package hitchlamp.core.quantity;
