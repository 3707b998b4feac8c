package org.jollyledger.web.request;

import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import org.springframework.web.util.UrlPathHelper;

/** The path of a request as the framework matches it: decoded, and without parameters of its own. */
public final class RequestPath {
    private static final String FOR_PROGRAMS = "/api/";

    private RequestPath() {}

    /** {@code /login} for {@code /%6cogin;a=b?c=d}: what is compared with a path is compared with this. */
    public static String of(HttpServletRequest request) {
        return UrlPathHelper.defaultInstance.getPathWithinApplication(request);
    }

    /** The same of the request that an error page answers. */
    public static boolean wasForPrograms(HttpServletRequest request) {
        return request.getAttribute(RequestDispatcher.ERROR_REQUEST_URI) instanceof String uri
                && decoded(request, uri).startsWith(request.getContextPath() + FOR_PROGRAMS);
    }

    private static String decoded(HttpServletRequest request, String uri) {
        UrlPathHelper paths = UrlPathHelper.defaultInstance;
        return paths.decodeRequestString(request, paths.removeSemicolonContent(uri));
    }

    /** Whether a request is for the part that programs use. */
    public static boolean isForPrograms(HttpServletRequest request) {
        return of(request).startsWith(FOR_PROGRAMS);
    }
}
