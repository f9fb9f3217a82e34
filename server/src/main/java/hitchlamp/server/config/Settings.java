package hitchlamp.server.config;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * @param packs folder of packs
 * @param cabs address of the simulated units' cabs, empty where there are none
 * @param spool folder where recordings are kept until they are in the database
 * @param serialPorts serial ports beside those that the system lists, parted by commas
 * @param serialBaud bits a second at serial ports; most adapters take any
 * @param demo true where demo accounts and jobs are made at the first start
 */
@ConfigurationProperties("hitchlamp")
public record Settings(
    String packs,
    String cabs,
    String spool,
    boolean demo,
    String serialPorts,
    @DefaultValue("115200") int serialBaud) {}
