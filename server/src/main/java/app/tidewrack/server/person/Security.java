package app.tidewrack.server.person;

import app.tidewrack.server.web.ProblemWriter;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpMethod;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.authentication.ProviderManager;
import org.springframework.security.authentication.dao.DaoAuthenticationProvider;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.core.userdetails.User;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;

/** Who may ask for what: the interface is open, the API is for the signed in, with CSRF tokens for a single page. */
@Configuration
class Security {
    /** Ant Design writes style tags at run time, so inline style is allowed; inline script is not. */
    private static final String CONTENT_POLICY =
            "default-src 'self'; script-src 'self'; style-src 'self' 'unsafe-inline'; "
                    + "img-src 'self' data: blob:; font-src 'self' data:; connect-src 'self'; object-src 'none'; "
                    + "base-uri 'self'; form-action 'self'; frame-ancestors 'none'";

    @Bean
    SecurityFilterChain filters(HttpSecurity http, ProblemWriter problems) throws Exception {
        return http.authorizeHttpRequests(a -> a.requestMatchers(HttpMethod.POST, "/api/session")
                        .permitAll()
                        .requestMatchers("/api/**")
                        .authenticated()
                        .anyRequest()
                        .permitAll())
                .csrf(c -> c.spa())
                .exceptionHandling(e -> e.authenticationEntryPoint((request, response, cause) -> problems.write(
                                response, HttpStatus.UNAUTHORIZED, "Nobody is signed in. Sign in and try again."))
                        .accessDeniedHandler((request, response, cause) -> problems.write(
                                response, HttpStatus.FORBIDDEN, "The page is out of date. Load it again.")))
                .headers(h -> h.contentSecurityPolicy(p -> p.policyDirectives(CONTENT_POLICY))
                        .referrerPolicy(r -> r.policy(ReferrerPolicy.SAME_ORIGIN)))
                .securityContext(s -> s.securityContextRepository(contexts()))
                .requestCache(c -> c.disable())
                .logout(l -> l.disable())
                .build();
    }

    @Bean
    SecurityContextRepository contexts() {
        return new HttpSessionSecurityContextRepository();
    }

    @Bean
    PasswordEncoder passwords() {
        return new BCryptPasswordEncoder();
    }

    /** The signed-in name is the person's id. */
    @Bean
    UserDetailsService people(PersonMapper mapper) {
        return email -> mapper.byEmail(email)
                .map(p -> User.withUsername(p.id())
                        .password(p.passwordHash())
                        .authorities("PERSON")
                        .build())
                .orElseThrow(() -> new UsernameNotFoundException("unknown"));
    }

    @Bean
    AuthenticationManager authentication(UserDetailsService people, PasswordEncoder passwords) {
        DaoAuthenticationProvider provider = new DaoAuthenticationProvider(people);
        provider.setPasswordEncoder(passwords);
        return new ProviderManager(provider);
    }
}
