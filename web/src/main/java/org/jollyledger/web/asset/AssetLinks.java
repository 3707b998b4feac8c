package org.jollyledger.web.asset;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpServletResponseWrapper;
import java.io.IOException;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Pattern;
import org.jollyledger.web.request.RequestPath;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.boot.web.servlet.FilterRegistrationBean;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpHeaders;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.servlet.resource.ResourceUrlEncodingFilter;
import org.springframework.web.servlet.resource.ResourceUrlProvider;

/**
 * Gives links to assets the address with the hash of their content. Spring's own filter looks every link of a page up among the
 * files, each time; that was a quarter of the work for a page. Here assets alone are looked up, and once.
 */
@Configuration(proxyBeanMethods = false)
class AssetLinks {
    /** With the hash of their content, or the version of the library. */
    private static final Pattern FOR_GOOD =
            Pattern.compile("/(?:css|js|vendor)/.*-[0-9a-f]{32}\\.[a-z0-9]+|/webjars/[^/]+/\\d[^/]*/.*");

    private static final String KEEP = "max-age=31536000, public, immutable";

    /** Takes the place of the one that comes with Spring Boot. */
    @Bean
    FilterRegistrationBean<ResourceUrlEncodingFilter> linksAreNotAllLookedUp() {
        FilterRegistrationBean<ResourceUrlEncodingFilter> none =
                new FilterRegistrationBean<>(new ResourceUrlEncodingFilter());
        none.setEnabled(false);
        return none;
    }

    @Bean
    OncePerRequestFilter assetLinkFilter(ObjectProvider<ResourceUrlProvider> provider) {
        Map<String, String> known = new ConcurrentHashMap<>();
        return new OncePerRequestFilter() {
            @Override
            protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
                    throws ServletException, IOException {
                boolean forGood = FOR_GOOD.matcher(RequestPath.of(request)).matches();
                chain.doFilter(request, new HttpServletResponseWrapper(response) {
                    @Override
                    public void setHeader(String name, String value) {
                        boolean caching = forGood && name.equalsIgnoreCase(HttpHeaders.CACHE_CONTROL);
                        super.setHeader(name, caching ? KEEP : value);
                    }

                    @Override
                    public String encodeURL(String url) {
                        return AssetFolders.hold(url) ? hashed(url) : super.encodeURL(url);
                    }
                });
            }

            private String hashed(String url) {
                return known.computeIfAbsent(url, any -> {
                    String found = provider.getObject().getForLookupPath(any);
                    return found == null ? any : found;
                });
            }
        };
    }
}
