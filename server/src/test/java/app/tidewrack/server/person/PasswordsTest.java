package app.tidewrack.server.person;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.core.refusal.Refusal;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;

/** NIST SP 800-63B-4, 3.1.1.2: lengths, any signs, no rules on kinds, and a list of what is guessed first (here zxcvbn's). */
class PasswordsTest {
    private static final List<String> OWN = List.of("Ines Wickham", "ines.wickham@heronsgate.example", "Heronsgate");

    private final Passwords passwords = new Passwords();

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            short words            | out of 15 to 200
            passwordpassword       | first that would be guessed
            aaaaaaaaaaaaaaaaaaaa   | first that would be guessed
            qwertyuiopasdfgh       | first that would be guessed
            123456789012345        | first that would be guessed
            iloveyouiloveyou       | first that would be guessed
            ines.wickham@heronsgate.example | first that would be guessed
            """)
    void whatIsGuessedFirstIsNotTaken(String password, String why) {
        assertThatThrownBy(() -> passwords.require(password, OWN))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining(why)
                // What somebody typed as a password is repeated nowhere.
                .hasMessageNotContaining(password);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "seven heron lamp",
                "zwölf Kähne im Schilf",
                "低潮的漂流木在岸邊曬太陽喔真好看",
                "\u00a0spaces at both ends\u00a0"
            })
    void anyOtherIsWhateverItsSigns(String password) {
        assertThatCode(() -> passwords.require(password, OWN)).doesNotThrowAnyException();
        assertThat(passwords.matches(password, passwords.hash(password))).isTrue();
    }

    /** BCrypt, which earlier versions kept, looks at 72 bytes only. */
    @Test
    void everySignCountsAndOldOnesAreStillRight() {
        String long_ = "x9 heron ".repeat(20);
        assertThat(passwords.matches(long_ + "a", passwords.hash(long_ + "b"))).isFalse();
        String old = new BCryptPasswordEncoder().encode("mend-the-sail");
        assertThat(passwords.matches("mend-the-sail", old)).isTrue();
        assertThat(passwords.matches("mend-the-sails", old)).isFalse();
        assertThat(passwords.isOld(old)).isTrue();
        assertThat(passwords.isOld(passwords.hash("mend-the-sail"))).isFalse();
        assertThat(passwords.matches("nobody’s", null)).isFalse();
    }
}
