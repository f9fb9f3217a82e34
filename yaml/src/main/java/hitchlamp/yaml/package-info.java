/**
 * YAML whose every node knows its file and line, so that whoever writes packs and scenarios is told
 * where to mend.
 */
package hitchlamp.yaml;
