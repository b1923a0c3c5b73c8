package app.tidewrack.server.demo;

import app.tidewrack.server.demo.TrainingMapper.Training;
import app.tidewrack.server.web.May;
import app.tidewrack.server.web.May.Who;
import java.security.Principal;
import lombok.RequiredArgsConstructor;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Made-up clients to practise with. */
@RestController
@RequestMapping("/api/agency/training")
@May(Who.ADMINISTRATORS)
@RequiredArgsConstructor
class TrainingController {
    private final TrainingDesk desk;

    @GetMapping
    Training training() {
        return desk.training();
    }

    @PostMapping
    Training load(Principal person) {
        return desk.load(person.getName());
    }

    @DeleteMapping
    Training remove(Principal person) {
        return desk.remove(person.getName());
    }
}
