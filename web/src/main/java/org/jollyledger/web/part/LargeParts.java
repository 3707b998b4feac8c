package org.jollyledger.web.part;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.regex.Pattern;
import org.jollyledger.web.LedgerProperties;
import org.jollyledger.web.busy.Memory;
import org.jollyledger.web.busy.WorkLimit;
import org.jollyledger.web.request.RequestPath;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * Waits for memory before a request works on a large part: that is done before it holds anything for which others wait.
 */
@Configuration(proxyBeanMethods = false)
class LargeParts implements WebMvcConfigurer, HandlerInterceptor {
    /** Addresses to which parts are sent. */
    private static final Pattern SENT =
            Pattern.compile("(/api)?/(parts|crosswalks)(/.*)?|/api/(convert|reconcile|repair)");

    /** Addresses of work that takes much memory, whether a part is kept here or sent. */
    private static final Pattern LOOKED_THROUGH =
            Pattern.compile("/parts/[^/]+/reconcile.*|/api/(reconcile|repair).*|/.*/(download/|.*format=)musicxml.*");

    private static final String CROSSWALK = "id";

    private final PartRepository parts;
    private final long largestUpload;

    LargeParts(PartRepository parts, LedgerProperties properties) {
        largestUpload = properties.largestUpload().toBytes();
        this.parts = parts;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this);
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        List<String> slugs = new ArrayList<>();
        String[] named = request.getParameterValues("part");
        if (named != null) {
            slugs.addAll(Arrays.asList(named));
        }
        String path = RequestPath.of(request);
        Map<?, ?> variables = Objects.requireNonNullElse(
                (Map<?, ?>) request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE), Map.of());
        if ((path.startsWith("/parts/") || path.startsWith("/api/parts/")) && variables.containsKey("slug")) {
            slugs.add(String.valueOf(variables.get("slug")));
        }
        long largest = switch (slugs.size()) {
            case 0 -> 0;
            case 1 -> parts.sizeOf(slugs.get(0));
            default -> parts.largestOf(slugs);
        };
        if (path.startsWith("/crosswalks/") && variables.containsKey(CROSSWALK)) {
            largest = Math.max(largest, parts.largestOf(Long.parseLong(String.valueOf(variables.get(CROSSWALK)))));
        }
        if (SENT.matcher(path).matches()) {
            largest = Math.max(largest, Math.min(largestUpload, request.getContentLengthLong()));
        }
        boolean much = LOOKED_THROUGH
                .matcher(path + "?" + Objects.requireNonNullElse(request.getQueryString(), ""))
                .matches();
        WorkLimit.needs(request, largest * (much ? Memory.FOR_LOOKING_THROUGH : Memory.FOR_WORK));
        return true;
    }
}
