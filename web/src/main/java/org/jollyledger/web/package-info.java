/**
 * The application: one package for each feature, with its controller, service, entities and view records together. Rules
 * of the job are in the core; here they are called, stored and shown.
 */
@NullMarked
package org.jollyledger.web;

import org.jspecify.annotations.NullMarked;
