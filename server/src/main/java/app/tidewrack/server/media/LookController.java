package app.tidewrack.server.media;

import app.tidewrack.server.media.Looks.Brand;
import jakarta.validation.Valid;
import lombok.RequiredArgsConstructor;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** A client's colours and mark. */
@RestController
@RequestMapping("/api/clients/{clientId}/look")
@RequiredArgsConstructor
class LookController {
    private final Looks looks;

    @GetMapping
    Brand look(@PathVariable String clientId) {
        return looks.of(clientId);
    }

    @PutMapping
    Brand keep(@PathVariable String clientId, @Valid @RequestBody Brand brand) {
        return looks.keep(clientId, brand);
    }
}
