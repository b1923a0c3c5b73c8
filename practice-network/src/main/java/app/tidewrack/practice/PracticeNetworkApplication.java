package app.tidewrack.practice;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;

/** Starts the practice network. */
@SpringBootApplication
@ConfigurationPropertiesScan
public class PracticeNetworkApplication {
    public static void main(String[] args) {
        SpringApplication.run(PracticeNetworkApplication.class, args);
    }
}
