package app.tidewrack.server.person;

import app.tidewrack.server.person.PersonMapper.Colleague;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Who works for a client, and as what; administrators say so for the whole agency. */
@RestController
@RequestMapping("/api/clients/{clientId}/people")
@RequiredArgsConstructor
class PeopleController {
    private final PersonMapper mapper;

    @GetMapping
    List<Colleague> people(@PathVariable String clientId) {
        return mapper.colleagues(clientId);
    }
}
