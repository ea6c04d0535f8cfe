#!/usr/bin/env bash
# Makes an application image with its own runtime, and from it the package of the system it runs on.
# Called by ./heron package with JAVA_HOME set and everything built.
#   build.sh [--image] [OUT]      --image: the folder alone, no package; OUT: where to, target/package else
set -euo pipefail
home=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
version=$(sed -n 's/.*<version>\([0-9.]*\)<\/version>.*/\1/p' "$home/pom.xml" | head -n 1)
kind=package
if [ "${1:-}" = --image ]; then kind=image; shift; fi
out=${1:-$home/target/package}
rm -rf "$out"
mkdir -p "$out/jars" "$out/types"

# Everything the window and the command line are made of; most jars belong to both.
cp "$home"/cli/target/run/lib/*.jar "$out/jars/"
cp "$home"/desktop/target/run/lib/*.jar "$out/jars/"
cp "$home/cli/target/run/cli-$version.jar" "$home/desktop/target/run/desktop-$version.jar" "$out/jars/"

# The modules of the JDK that they use. Of the libraries jdeps does not see all, and some are found by name alone: logging and
# templates need naming, sql and rmi, old files need more character sets.
modules=$("$JAVA_HOME/bin/jdeps" --ignore-missing-deps --multi-release 25 --print-module-deps --class-path "$out/jars/*" \
  "$out/jars/cli-$version.jar" "$out/jars/desktop-$version.jar" "$out"/jars/{core,formats,rehearsal,render,report,app}-"$version".jar)
modules=$modules,java.naming,java.sql,java.rmi,java.management,jdk.unsupported,jdk.charsets,jdk.zipfs

java_options=(--enable-native-access=ALL-UNNAMED --sun-misc-unsafe-memory-access=allow -XX:+UnlockDiagnosticVMOptions -XX:-ReduceAllocationMerges)
cat >"$out/command.properties" <<END
main-jar=cli-$version.jar
main-class=idleheron.cli.Main
java-options=${java_options[*]}
win-console=true
linux-shortcut=false
END

associations=()
type() { # ending, MIME type, what it is
  printf 'extension=%s\nmime-type=%s\ndescription=%s\n' "$1" "$2" "$3" >"$out/types/$1.properties"
  associations+=(--file-associations "$out/types/$1.properties")
}
type fbx application/x-fbx "FBX scene"
type abc application/x-alembic "Alembic cache"
type usda model/vnd.usda "USD layer"
type usdc model/vnd.usdc "USD layer"
type usdz model/vnd.usdz+zip "USD package"
type vdb application/x-openvdb "OpenVDB volume"
type glb model/gltf-binary "glTF scene"
type gltf model/gltf+json "glTF scene"
type vrm application/x-vrm "Humanoid avatar"

image=(--name idle-heron --app-version "$version" --vendor "Idle Heron"
  --description "The bench between animation tools: checks, mends and proves what crosses between them")
"$JAVA_HOME/bin/jpackage" --type app-image "${image[@]}" --dest "$out" --icon "$home/packaging/idle-heron.png" \
  --input "$out/jars" --main-jar "desktop-$version.jar" --main-class idleheron.desktop.Launcher \
  --add-modules "$modules" --jlink-options "--strip-debug --no-header-files --no-man-pages --compress zip-9" \
  --add-launcher heron-command="$out/command.properties" --app-content "$home/packaging/heron" \
  --java-options "${java_options[*]}"
if [ "$kind" = image ]; then
  printf '%s\n' "$out/idle-heron"
  exit 0
fi
case $(uname) in
  Linux)
    if command -v dpkg-deb >/dev/null; then type=deb; else type=rpm; fi
    own=(--linux-shortcut --linux-menu-group "Graphics;3DGraphics" --linux-deb-maintainer idle-heron@localhost --resource-dir "$home/packaging/linux") ;;
  Darwin) type=dmg own=() ;;
  *) type=msi own=(--win-shortcut --win-menu) ;;
esac
"$JAVA_HOME/bin/jpackage" --type "$type" "${image[@]}" --dest "$out" --app-image "$out/idle-heron" "${associations[@]}" "${own[@]}"
find "$out" -maxdepth 1 -type f \( -name '*.deb' -o -name '*.rpm' -o -name '*.dmg' -o -name '*.msi' \)
