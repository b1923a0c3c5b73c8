package app.tidewrack.server.question;

import app.tidewrack.server.web.AsksOnly;
import app.tidewrack.server.web.May;
import app.tidewrack.server.web.May.Who;
import jakarta.validation.constraints.Pattern;
import java.security.Principal;
import lombok.RequiredArgsConstructor;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** Takes questions back. */
@RestController
@RequiredArgsConstructor
class QuestionController {
    private final Questions questions;

    /** One that is answered already, or that nobody asked, is taken back without a word: nobody can know which came first. */
    @AsksOnly
    @May(Who.MEMBERS)
    @DeleteMapping("/api/questions/{name}")
    void takeBack(Principal person, @PathVariable @Pattern(regexp = Questions.NAME) String name) {
        questions.takeBack(person.getName(), name);
    }
}
