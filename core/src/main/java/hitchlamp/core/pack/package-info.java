/** What is known about a kind of unit, as data in layers: base (the standards), maker, workshop. */
package hitchlamp.core.pack;
