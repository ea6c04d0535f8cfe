/** Sheets that ask for what only somebody can say of an avatar: which joint has which role, who made it and under what terms. Start at {@link idleheron.desktop.avatar.RoleModel}. */
package idleheron.desktop.avatar;
