package app.tidewrack.server.person;

import app.tidewrack.core.source.Contact;
import app.tidewrack.server.person.SignInMapper.Tries;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * How often somebody may guess. Guesses are counted where they come from, so that nobody is locked out by others: a person keeps
 * signing in from their own address, and in a browser that is known from anywhere, whatever goes on elsewhere (common practice, OWASP
 * "device cookies").
 */
@Component
@RequiredArgsConstructor
class SignInLimits {
    static final int WINDOW_MINUTES = 15;
    static final int MOST_OF_PAIR = 5;
    private static final int MOST_OF_ADDRESS = 40;
    private static final int MOST_OF_EMAIL = 60;
    private static final int MOST_OF_DEVICE = 10;
    private static final int MOST_DEVICES = 20;

    private final SignInMapper mapper;

    /** @param device what the browser keeps; null when it keeps nothing */
    record Guess(String email, String address, @Nullable String device) {
        @Nullable
        String hash() {
            return device == null ? null : Contact.hash(device);
        }
    }

    /** Takes a guess down before it is looked at, so that many at once do not pass for one. Gives whether it may be made. */
    @Transactional
    public boolean begin(Guess guess) {
        String device = guess.hash();
        mapper.hold(guess.email(), guess.address());
        boolean known = device != null && mapper.isKnown(device, guess.email());
        Tries tries = mapper.tries(guess.email(), guess.address(), known ? device : null, WINDOW_MINUTES);
        boolean may = known
                ? tries.device() < MOST_OF_DEVICE
                : tries.pair() < MOST_OF_PAIR && tries.address() < MOST_OF_ADDRESS && tries.email() < MOST_OF_EMAIL;
        if (may) {
            mapper.insert(guess.email(), guess.address(), known ? device : null);
        }
        return may;
    }

    /**
     * The guess was right.
     *
     * @param device what the browser keeps from now on
     */
    @Transactional
    public void right(Guess guess, String personId, String device) {
        mapper.forget(guess.email(), guess.address(), guess.hash());
        mapper.keepDevice(Contact.hash(device), personId);
        mapper.forgetDevices(personId, MOST_DEVICES);
    }

    /** The guess was right, by somebody who is signed in already. */
    void forget(Guess guess) {
        mapper.forget(guess.email(), guess.address(), null);
    }
}
