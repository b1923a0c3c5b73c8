package app.tidewrack.server;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;

/** Starts the server. */
@SpringBootApplication
@ConfigurationPropertiesScan
public class TidewrackApplication {
    public static void main(String[] args) {
        SpringApplication.run(TidewrackApplication.class, args);
    }
}
