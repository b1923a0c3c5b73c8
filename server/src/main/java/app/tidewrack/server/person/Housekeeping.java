package app.tidewrack.server.person;

import app.tidewrack.server.job.Jobs;
import com.github.kagkarlsson.scheduler.task.Task;
import java.time.Duration;
import lombok.RequiredArgsConstructor;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Mapper;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Component;

/** Takes away what has ended and says something of people; sessions that are over go by Spring Session's own round. */
@Component
@RequiredArgsConstructor
public class Housekeeping {
    private final Broom broom;

    @Configuration
    static class Definition {
        @Bean
        Task<Void> sweepNowAndThen(Housekeeping housekeeping) {
            return Jobs.every("housekeeping", Duration.ofHours(6), housekeeping::sweep);
        }
    }

    @Mapper
    interface Broom {
        @Delete("delete from sign_in_try where at < now() - interval '1 day'")
        int tries();

        @Delete("delete from person_link where expires_at < now()")
        int links();

        /** For a month an ended token still tells its maker why a program gets no answer. */
        @Delete("delete from program_token where expires_at < now() - interval '30 days'")
        int tokens();

        /** Their cookie ends after 180 days. */
        @Delete("delete from person_device where seen_at < now() - interval '180 days'")
        int devices();

        /** Whatever was hidden so long ago is gone, or should be looked at once more. */
        @Delete("delete from hidden_need where hidden_at < now() - interval '60 days'")
        int hidden();

        /** The database itself lets nothing go that is younger. */
        @Delete("delete from trail where at < now() - interval '2 years'")
        int trail();
    }

    /** May be done as often as one likes. */
    public void sweep() {
        broom.tries();
        broom.links();
        broom.tokens();
        broom.devices();
        broom.hidden();
        broom.trail();
    }
}
