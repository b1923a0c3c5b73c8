package app.tidewrack.server.person;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.source.Contact;

/** Addresses by which people sign in. */
final class Emails {
    private Emails() {}

    /**
     * The address as it is kept.
     *
     * @throws Refusal when it is none
     */
    static String checked(String typed) {
        return Contact.email(typed)
                .orElseThrow(() -> new Refusal(
                        "email",
                        "“%s” is no e-mail address.".formatted(typed.strip()),
                        "Give one such as a@b.example."));
    }
}
