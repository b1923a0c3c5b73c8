package app.tidewrack.server.person;

import app.tidewrack.server.agency.Agencies;
import app.tidewrack.server.agency.Agency;
import app.tidewrack.server.person.Links.LinkTold;
import app.tidewrack.server.person.PersonMapper.Person;
import java.time.ZoneOffset;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.mail.MailException;
import org.springframework.mail.SimpleMailMessage;
import org.springframework.mail.javamail.JavaMailSender;
import org.springframework.stereotype.Component;

/** Sends links by e-mail where a mail server is set; without one the page shows them to whoever made them. */
@Component
class LinkPost {
    private static final Logger LOG = LoggerFactory.getLogger(LinkPost.class);

    private final Optional<JavaMailSender> sender;
    private final Agencies agencies;
    private final String address;
    private final String from;

    LinkPost(
            ObjectProvider<JavaMailSender> sender,
            Agencies agencies,
            @Value("${tidewrack.address}") String address,
            @Value("${tidewrack.mail-from}") String from) {
        this.sender = Optional.ofNullable(sender.getIfAvailable());
        this.agencies = agencies;
        this.address = address;
        this.from = from;
    }

    boolean isSet() {
        return sender.isPresent();
    }

    /** Whether it was sent; a mail server that does not take it leaves the link to be shown. */
    boolean send(Person person, LinkTold link) {
        if (sender.isEmpty()) {
            return false;
        }
        String agency = agencies.agency().map(Agency::name).orElse("");
        boolean comes = person.passwordHash() == null;
        SimpleMailMessage message = new SimpleMailMessage();
        message.setFrom(from);
        message.setTo(person.email());
        message.setSubject(comes ? "%s invites you to Tidewrack".formatted(agency) : "A new password for Tidewrack");
        message.setText("""
                Hello %s,

                %s by this link, which is good once and until %tF:

                %s/join#%s

                %s""".formatted(
                        person.name(),
                        comes ? "choose a password" : "choose a new password",
                        link.expiresAt().atZone(ZoneOffset.UTC),
                        address,
                        link.secret(),
                        agency));
        try {
            sender.get().send(message);
            return true;
        } catch (MailException e) {
            LOG.warn("The mail server did not take a link: {}", e.getClass().getSimpleName());
            return false;
        }
    }
}
