package app.tidewrack.server.erase;

import static app.tidewrack.server.agency.Page.text;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.agency.Agencies;
import app.tidewrack.server.agency.HouseRules;
import app.tidewrack.server.agency.Page;
import app.tidewrack.server.erase.ErasureMapper.Certificate;
import app.tidewrack.server.erase.ErasureMapper.DuePlan;
import app.tidewrack.server.erase.ErasureMapper.Means;
import app.tidewrack.server.job.Jobs;
import app.tidewrack.server.launch.Standstill;
import app.tidewrack.server.web.NotFound;
import com.github.kagkarlsson.scheduler.task.Task;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import lombok.RequiredArgsConstructor;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Service;

/** Clients are taken away, brought back within 30 days, and erased. */
@Service
@RequiredArgsConstructor
public class RemovalDesk {
    private static final Logger LOG = LoggerFactory.getLogger(RemovalDesk.class);

    private final ErasureMapper mapper;
    private final ClientErasure erasure;
    private final Standstill standstill;
    private final Agencies agencies;

    @Configuration
    static class Definition {
        @Bean
        Task<Void> eraseWhatIsDue(RemovalDesk desk) {
            return Jobs.every("erase-what-is-due", Duration.ofHours(1), desk::eraseDue);
        }
    }

    Means means(String clientId) {
        return mapper.means(clientId).orElseThrow(() -> new NotFound("client", clientId));
    }

    /** Its ads are paused first: nothing goes on costing money that nobody sees. */
    void remove(String clientId, String personId) {
        means(clientId);
        standstill.set(clientId, personId, true);
        mapper.remove(clientId, personId);
    }

    /** Its ads stay paused. */
    void bringBack(String clientId) {
        if (mapper.bringBack(clientId) == 0) {
            throw new NotFound("client that was taken away", clientId);
        }
    }

    /**
     * Erases it now.
     *
     * @param name of the client, typed by whoever does it
     * @throws Refusal when it is another
     */
    Certificate erase(String clientId, String name, String personId) {
        Means means = means(clientId);
        if (!means.name().equals(name.strip())) {
            throw new Refusal("name", "“%s” is not its name.".formatted(name), "Type “%s”.".formatted(means.name()));
        }
        erasure.endOnNetworks(clientId);
        return erasure.eraseAndCertify(clientId, personId);
    }

    List<Certificate> certificates() {
        return mapper.certificates();
    }

    /** On the agency's paper. */
    byte[] paper(String certificateId) {
        Certificate c = mapper.certificate(certificateId).orElseThrow(() -> new NotFound("certificate", certificateId));
        Page page = agencies.page("Certificate of erasure");
        page.add("<div class='note'>%s · certificate %s</div>".formatted(text(page.agency()), c.id()))
                .add("<div class='yes'>All that was kept of client %s was erased on %s, %s.</div>"
                        .formatted(
                                text(c.clientId()),
                                page.moment(c.at()),
                                c.person() == null
                                        ? "%d days after it was taken away".formatted(HouseRules.DAYS_TO_BRING_BACK)
                                        : "by " + text(c.person())))
                .add(
                        "<p>Its campaigns were ended on their networks before%s. The trail keeps who did what, with no more of the"
                                        .formatted(entered(c.byHand()))
                                + " client than its number above; backups made before hold it until they are thrown away.</p>")
                .add("<h2>What went</h2><table>");
        c.counts().all().entrySet().stream()
                .sorted(Map.Entry.comparingByKey())
                .forEach(
                        e -> page.row(e.getKey().replace('_', ' '), String.format(page.locale(), "%,d", e.getValue())));
        return page.add("</table>").pdf();
    }

    private static String entered(long byHand) {
        return byHand == 0 ? "" : ", but for %d that people had entered and end there".formatted(byHand);
    }

    /** Erases whatever was taken away 30 days ago. */
    public void eraseDue() {
        for (String client : mapper.due(HouseRules.DAYS_TO_BRING_BACK)) {
            erasure.endOnNetworks(client);
            erasure.eraseAndCertify(client, null);
            LOG.info("Erased a client {} days after it was taken away", HouseRules.DAYS_TO_BRING_BACK);
        }
        for (DuePlan plan : mapper.duePlans(HouseRules.DAYS_TO_BRING_BACK)) {
            erasure.erasePlan(plan.clientId(), plan.id());
        }
    }
}
