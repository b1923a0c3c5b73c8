package app.tidewrack.core.form;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.network.FormRule;
import java.util.List;
import org.junit.jupiter.api.Test;

class FormFitTest {
    /** By hand: 40 % send three questions; each further loses a tenth of those left: 0.4 × 0.9 × 0.9 = 0.324. */
    @Test
    void moreQuestionsAreSentByFewer() {
        FormRule rule = new FormRule(List.of(), 10, 5, 80, 60, 0.4, 0.1);
        assertThat(rule.expectedCompletion(3)).isCloseTo(0.4, within(1e-12));
        assertThat(rule.expectedCompletion(5)).isCloseTo(0.324, within(1e-12));
        assertThat(rule.expectedCompletion(2)).isCloseTo(0.4 / 0.9, within(1e-12));
        assertThat(new FormRule(List.of(), 10, 5, 80, 60, 0.9, 0.5).expectedCompletion(0))
                .isEqualTo(1);
    }

    @Test
    void aGreetingIsJudgedByItsLongestName() {
        assertThat(FormFit.worst("Hello {first-name|there}")).isEqualTo("Hello Maximiliane-Charlotte");
    }
}
