package app.tidewrack.server.agency;

import app.tidewrack.server.web.BeforeSecondFactor;
import app.tidewrack.server.web.May;
import app.tidewrack.server.web.May.Who;
import jakarta.validation.Valid;
import lombok.RequiredArgsConstructor;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What the agency is called and how it writes. */
@RestController
@RequestMapping("/api/agency")
@RequiredArgsConstructor
class AgencyController {
    private final Agencies agencies;

    @GetMapping
    @BeforeSecondFactor
    @May(Who.MEMBERS)
    Agency agency() {
        return agencies.agency().orElseThrow();
    }

    @PutMapping
    @May(Who.ADMINISTRATORS)
    Agency change(@Valid @RequestBody Agency agency) {
        return agencies.keep(agency);
    }
}
