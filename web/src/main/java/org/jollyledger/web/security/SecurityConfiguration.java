package org.jollyledger.web.security;

import jakarta.servlet.DispatcherType;
import org.jollyledger.web.LedgerProperties;
import org.jollyledger.web.asset.AssetFolders;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.security.config.Customizer;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.core.userdetails.User;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.crypto.factory.PasswordEncoderFactories;
import org.springframework.security.provisioning.InMemoryUserDetailsManager;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.csrf.CsrfFilter;

@Configuration
class SecurityConfiguration {
    @Bean
    SecurityFilterChain pages(HttpSecurity http, OwnerGate gate, LoginGuard guard) throws Exception {
        http.csrf(csrf -> csrf.csrfTokenRepository(tokens())
                        // Guarded by CrossSiteFilter: programs have no form to take a token from.
                        .ignoringRequestMatchers("/api/**"))
                // The others are given to every answer by HeaderFilter.
                .headers(headers -> headers.defaultsDisabled().cacheControl(Customizer.withDefaults()));
        if (!gate.asks()) {
            http.authorizeHttpRequests(requests -> requests.anyRequest().permitAll());
        } else {
            http.addFilterBefore(new LoginFilter(guard), CsrfFilter.class)
                    // The page that says why a request was refused needs no login.
                    .authorizeHttpRequests(requests -> requests.dispatcherTypeMatchers(DispatcherType.ERROR)
                            .permitAll()
                            .requestMatchers("/actuator/health", "/login")
                            .permitAll()
                            .requestMatchers(AssetFolders.patterns())
                            .permitAll()
                            .anyRequest()
                            .authenticated())
                    .formLogin(form -> form.loginPage("/login"))
                    .logout(logout -> logout.logoutSuccessUrl("/login?logout"))
                    .httpBasic(Customizer.withDefaults());
        }
        return http.build();
    }

    /** In a cookie rather than a session, so that a page stays good when the application starts anew. */
    private static CookieCsrfTokenRepository tokens() {
        CookieCsrfTokenRepository tokens = new CookieCsrfTokenRepository();
        tokens.setCookieCustomizer(cookie -> cookie.sameSite("Strict"));
        return tokens;
    }

    /** One owner when a password is set, else nobody: without a password nobody is asked. */
    @Bean
    UserDetailsService users(LedgerProperties properties) {
        InMemoryUserDetailsManager users = new InMemoryUserDetailsManager();
        if (!properties.password().isEmpty()) {
            String encoded =
                    PasswordEncoderFactories.createDelegatingPasswordEncoder().encode(properties.password());
            users.createUser(User.withUsername("owner").password(encoded).build());
        }
        return users;
    }
}
