package hitchlamp.server;

import org.mybatis.spring.annotation.MapperScan;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;

/** The application. */
@SpringBootApplication
@ConfigurationPropertiesScan
@MapperScan(
    basePackages = "hitchlamp.server",
    annotationClass = org.apache.ibatis.annotations.Mapper.class)
public class HitchLamp {
  static {
    // A connection is tried each time before it is used: after a restart of the database those of
    // before are dead, and nobody shall be told so by his request.
    System.setProperty("com.zaxxer.hikari.aliveBypassWindowMs", "0");
  }

  public static void main(String[] args) {
    SpringApplication.run(HitchLamp.class, args);
  }
}
